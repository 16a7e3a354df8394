"""A job worked out: everything that follows from what was typed."""
