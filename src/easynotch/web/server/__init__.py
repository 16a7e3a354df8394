"""What every route stands on: guards, helpers that compute, pairing, problems, changes made once."""
