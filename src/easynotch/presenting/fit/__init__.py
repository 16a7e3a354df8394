"""What Fit says: the joints of the dry fit, how a pattern is tried, the survey of what stands."""
