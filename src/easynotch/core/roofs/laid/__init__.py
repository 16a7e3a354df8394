"""Roofs that lie on another roof's deck: wings and dormers without framed valleys, crickets behind uprights."""
