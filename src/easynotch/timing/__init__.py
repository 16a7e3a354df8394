"""Measuring the speed: each number beside its target. Nothing here is a test."""
