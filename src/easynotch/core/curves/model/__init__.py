"""What a curved work is asked to be."""
