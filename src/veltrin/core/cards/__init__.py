"""Printed cards: small tables of calls, worked out for one player and one day."""

from veltrin.core.cards.cards import CARDS, WINDS_M_S, Card, CardKind, CardType, Made, make_cards
from veltrin.core.cards.cell import DOUBTS, Cell, Column, ColumnKind, Doubt, Row, Whom

__all__ = [
    "CARDS",
    "DOUBTS",
    "WINDS_M_S",
    "Card",
    "CardKind",
    "CardType",
    "Cell",
    "Column",
    "ColumnKind",
    "Doubt",
    "Made",
    "Row",
    "Whom",
    "make_cards",
]
