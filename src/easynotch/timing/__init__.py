"""Measuring the speed, each number beside its target (``design.md`` 6). It reports; nothing here is a test."""

from .report import bench

__all__ = ["bench"]
