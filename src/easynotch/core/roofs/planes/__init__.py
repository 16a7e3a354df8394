"""The planes of a roof, and what upright pieces cover of them in plan."""
