"""Veltrin: a workbench for the playing coach."""

from veltrin.made_once import tell_compiler

tell_compiler()
