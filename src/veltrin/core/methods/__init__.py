"""Ways of playing the shot: one file per family, all listed in the catalogue."""

from veltrin.core.methods.catalogue import CATALOGUE, DISPUTES, Dispute, method_named
from veltrin.core.methods.method import HAND_WORDS, NEAR_M, Blow, Case, HandWord, Hinge, Method, Way, slope_word
from veltrin.core.methods.words import in_general, spoken, stance_words

__all__ = [
    "CATALOGUE",
    "DISPUTES",
    "HAND_WORDS",
    "NEAR_M",
    "Blow",
    "Case",
    "Dispute",
    "HandWord",
    "Hinge",
    "Method",
    "Way",
    "in_general",
    "method_named",
    "slope_word",
    "spoken",
    "stance_words",
]
