"""Veltrin: a workbench for the playing coach."""
