"""Easy Notch: lays out and cuts stair stringers and roof rafters from site measurements."""

__version__ = "0.1.0"
