"""Where everything of a stair lies: levels, plumb lines, the landing, the stringers' places."""
