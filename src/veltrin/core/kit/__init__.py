"""Kit: ball limits, clubs turned in 3-D, bags, players."""

from veltrin.core.kit.bag import build_bag
from veltrin.core.kit.club import Club, ClubKind, Presented, present
from veltrin.core.kit.player import Player, Scatter

__all__ = ["Club", "ClubKind", "Player", "Presented", "Scatter", "build_bag", "present"]
