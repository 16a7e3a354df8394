"""What is told of a roof: facts, checks, workings, bevels; a module for each subject."""
