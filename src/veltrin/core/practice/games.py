"""Drills that come near to the game: up and down for strokes, hard lies, high and low over and under something."""

from __future__ import annotations

import math

from veltrin.core.ground import COVERS, Lie, Slope
from veltrin.core.practice.drill import SAND_EYES, STRING, WRISTS, Drill, Station

_TIGHT = Lie(COVERS["tight"])
_FAIRWAY = Lie(COVERS["fairway"])
_FRINGE = Lie(COVERS["fringe"])
_SAND = Lie(COVERS["sand"], 0.1)
_PERCHED = Lie(COVERS["rough"], 0.1)


def _tilted(fall_deg: float = 0.0, side_deg: float = 0.0) -> Slope:
    return Slope(math.radians(fall_deg), math.radians(side_deg))


DRILLS: tuple[Drill, ...] = (
    Drill(
        "up-and-down", "Nine up and downs", "choice",
        "getting it up and down from wherever it lies",
        "Throw nine balls around the green, one at a time, and hole each one out. Two strokes or fewer count.",
        "down",
        (
            Station("tight turf", 14.0, 2, lie=_TIGHT),
            Station("half down in the rough", 16.0, 2, lie=Lie(COVERS["rough"], 0.6)),
            Station("fringe", 11.0, 1, lie=_FRINGE),
            Station("greenside sand", 14.0, 1, lie=_SAND),
            Station("down slope", 15.0, 1, (), _tilted(5.0), _FAIRWAY),
            Station("ball above the feet", 18.0, 1, (), _tilted(0.0, 5.0), _FAIRWAY),
            Station("a long pitch", 35.0, 1, lie=_FAIRWAY),
        ),
        ("short grass", "rough", "slope", "sand", "green", "putter"),
        ("One ball, and every putt holed.", "Read, choose, play: as on the course."),
        (), ("target ring",), (SAND_EYES,),
        ball_min=1.8,
        easier="Three strokes count.",
        harder="Start again after a miss: how many in a row?",
    ),
    Drill(
        "out-of-divots", "Out of divots", "lie",
        "ball first with the ground close behind it",
        "Set the balls at the back of old divots. Strike the ball first with the hands ahead, and don't help it up.",
        "green", (Station("fresh divot", 60.0, 8, (), lie=Lie(COVERS["divot"], 0.4)),),
        ("short grass", "green"),
        ("Ball a little back, hands ahead.", "Hit the ball, then the front edge of the divot."),
        ("scooped", "hung-back"), ("target ring",), (WRISTS,),
        easier="From a sanded divot.",
        harder="From the front of the divot, the wall behind the ball.",
    ),
    Drill(
        "fairway-bunker", "Out of a fairway bunker", "lie",
        "picking it clean with footing that gives",
        "Dig the feet in a little, grip down by as much and take one club more. Strike the ball before the sand.",
        "clean", (Station("fairway bunker, lies clean", 120.0, 8, (), lie=Lie(COVERS["sand"], 0.02)),),
        ("sand", "open range"),
        ("Quiet legs.", "Look at the top half of the ball."),
        ("dipped", "hung-back", "upright"), (), (SAND_EYES,),
        easier="A short iron, 80 metres.",
        harder="One club less, and over the lip.",
    ),
    Drill(
        "packed-sand", "Off packed sand", "lie",
        "an edge that bites where a sole would bounce off",
        "From wet, packed sand, use the wedge with the least bounce and open the face less. Leave a flat mark.",
        "green", (Station("compacted wet sand", 14.0, 8, ("dig", "sand-chip", "full-sole"),
                          lie=Lie(COVERS["sand-wet-hard"], 0.1)),),
        ("sand", "green"),
        ("Face nearly square, a little steeper.", "Keep it going: the sand throws the sole up."),
        ("slowed", "rose-up", "ground-misread"), ("target ring",), (SAND_EYES,),
        easier="Water one half of the bunker less.",
        harder="Flag on the near side.",
    ),
    Drill(
        "high-float", "Float it high", "strike",
        "loft that stays on the face until the ball is gone",
        "Open the face of the lob wedge wide and play from grass that holds the ball up.",
        "landing", (Station("perched in the rough, a short green", 18.0, 8, ("float",), lie=_PERCHED, land_share=0.8),),
        ("rough", "green", "rods", "towels"),
        ("Knees soft and still.", "The sole to the sky at the finish."),
        ("slowed", "scooped", "handle-driven"), ("feet rod", "path rod", "landing spot"),
        ("The miss of a high one is a bullet: nobody anywhere near the line.",),
        easier="From a tee peg as high as the grass.",
        harder="From the fairway.",
    ),
    Drill(
        "punch-under", "Punch under the branch", "flight",
        "a start low enough for what hangs over the line",
        "Stretch a string five metres ahead where a branch would be. Start the ball under it and still get there.",
        "low", (Station("fairway, out from under a tree", 60.0, 8, ("held-punch", "same-club-punch", "knock-down"),
                        lie=_FAIRWAY),),
        ("open range", "string", "canes"),
        ("Ball back, hands ahead, a short finish.", "Less loft and less swing, not harder."),
        ("too-hard", "scooped"), ("near string",), (STRING,),
        easier="String a foot higher.",
        harder="Stop it on the green as well.",
    ),
    Drill(
        "feel-the-slope", "Feel the slope", "choice",
        "reading a green with the feet",
        (
            "Stand across the line half way with your eyes shut and say the slope in degrees. Measure it with the "
            "level, then putt."
        ),
        "read",
        (
            Station("a gentle side slope", 6.0, 4, ("plain-putt",), _tilted(0.0, 1.5), _FRINGE, kind="putter"),
            Station("a slope down", 6.0, 4, ("plain-putt",), _tilted(2.0), _FRINGE, kind="putter"),
        ),
        ("green", "putter", "level"),
        ("Weight on both feet alike: which one carries more?",),
        ("ground-misread",), (),
        easier="Say only which way it falls.",
        harder="From a third of the way, one look.",
    ),
    Drill(
        "flop-over-rod", "Over the rod", "strike",
        "height without a longer swing",
        "Put a rod on two canes where the ball flies highest. Play over it and land softly.",
        "over", (Station("fairway, over something", 16.0, 8, ("float", "stock-swing"), lie=_FAIRWAY, loft_deg=58.0),),
        ("short grass", "green", "rods", "canes"),
        ("Loft first, then the grip.", "Speed through, never a slow-down."),
        ("slowed", "handle-driven"), ("rod to clear",),
        ("Nobody behind the rod: a thin one goes under it and far.",),
        easier="The rod a foot lower.",
        harder="From tight turf.",
    ),
)  # fmt: skip
