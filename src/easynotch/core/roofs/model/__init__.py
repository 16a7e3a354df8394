"""A roof as it is asked for: what is measured and decided, with the bounds on it."""
