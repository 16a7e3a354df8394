"""Drawings of stairs: elevation, plan, head and foot large, what stands built."""
