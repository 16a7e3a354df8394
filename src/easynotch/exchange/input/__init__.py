"""What is typed and sent, as models that read it: jobs, flights, roofs, limits, settings."""
