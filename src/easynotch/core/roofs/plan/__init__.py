"""Where everything of a roof lies: eaves, bearing lines, seams, ridge and hips in plan."""
