"""Stairs: layout, members, framing, what is said of them."""
