"""What is told of a curved work."""
