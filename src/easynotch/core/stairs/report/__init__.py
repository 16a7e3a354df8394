"""What is told of a stair: facts, checks, workings, the order of work; a module for each subject."""
