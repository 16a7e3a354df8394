"""Drawings of roofs: section, plan, outlines, hips and their geometric sheet."""
