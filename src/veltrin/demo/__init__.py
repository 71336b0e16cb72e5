"""A made-up coach, players and course, for trying the product out. Nobody in here exists."""

from veltrin.demo.kept import put_demo
from veltrin.demo.skarvan_fell import fill

__all__ = ["fill", "put_demo"]
