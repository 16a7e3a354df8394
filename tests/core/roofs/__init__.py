"""Roofs: planes, plan, members, framing, what is said of them."""
