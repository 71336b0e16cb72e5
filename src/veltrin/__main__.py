"""Run the command line with `python -m veltrin`."""

from veltrin.cli import main

main()
