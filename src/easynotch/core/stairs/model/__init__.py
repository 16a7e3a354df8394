"""A stair as it is asked for: what is measured and decided."""
