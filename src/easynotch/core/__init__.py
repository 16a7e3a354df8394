"""The trade: no web, no database, no clock, no chance. Imports run one way, tape outwards."""
