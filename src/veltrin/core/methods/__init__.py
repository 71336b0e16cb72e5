"""Ways of playing the shot: one file per family, all listed in the catalogue."""

from veltrin.core.methods.catalogue import CATALOGUE, method_named
from veltrin.core.methods.method import Case, Method

__all__ = ["CATALOGUE", "Case", "Method", "method_named"]
