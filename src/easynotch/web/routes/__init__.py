"""One module for each resource: a route parses, calls and answers."""
