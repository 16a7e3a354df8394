"""Questions of Measure: the plan editor's, and the instruments."""
