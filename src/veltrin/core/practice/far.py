"""Drills for distance and landing, for wind and flight, and for choosing."""

from __future__ import annotations

import math

from veltrin.core.air import Wind
from veltrin.core.ground import COVERS, Lie, Slope
from veltrin.core.practice.drill import LEVEL, SAND_EYES, STRING, Drill, Station

_TIGHT = Lie(COVERS["tight"])
_FAIRWAY = Lie(COVERS["fairway"])
_SAND = Lie(COVERS["sand"], 0.1)
_AGAINST, _WITH, _ACROSS = (Wind.from_direction(6.0, math.radians(a)) for a in (0.0, 180.0, 90.0))

DRILLS: tuple[Drill, ...] = (
    Drill(
        "landing-ladder", "Landing ladder", "distance",
        "speed that lands it where it should",
        "Use one club on one line. Land the ball at a third, half and three quarters of the way.",
        "landing",
        tuple(
            Station(words, 20.0, 4, ("quiet-glide", "stock-swing"), lie=_TIGHT, loft_deg=54.0, land_share=share)
            for words, share in (("a third of the way", 1 / 3), ("half of the way", 0.5), ("three quarters", 0.75))
        ),
        ("short grass", "green", "towels"),
        ("Look at the spot, not at the flag.", "The length of the backswing sets it."),
        ("slowed", "too-hard"), ("landing spot",),
        easier="One towel at half of the way.",
        harder="Choose the landing spot after the ball is set.",
    ),
    Drill(
        "one-spot", "One spot, three clubs", "distance",
        "what each loft does after the same landing",
        "Land three clubs on one towel, from less loft to more. Watch where each ball stops.",
        "landing",
        tuple(
            Station(words, 18.0, 4, ("roll-chip", "quiet-glide", "stock-swing"), LEVEL, _TIGHT, loft, 0.4)
            for words, loft in (("9-iron or so", 40.0), ("gap wedge or so", 50.0), ("lob wedge or so", 58.0))
        ),
        ("short grass", "green", "towels"),
        ("Same towel; the club decides the run.",),
        ("ground-misread",), ("landing spot",),
        easier="Two clubs.",
        harder="Say where each ball will stop before you strike it.",
    ),
    Drill(
        "three-lengths", "Three lengths of swing", "distance",
        "carries of the wedge by length of swing",
        "Play twenty, thirty-five and fifty metres with one wedge, in turn.",
        "inside",
        tuple(
            Station(f"{metres:.0f} m", metres, 5, ("stock-swing",), lie=_FAIRWAY, loft_deg=54.0)
            for metres in (20.0, 35.0, 50.0)
        ),
        ("short grass", "green"),
        ("Hip, chest, shoulder: the length of the swing sets it, not the hands.",),
        ("slowed", "too-hard"), ("target ring",),
        easier="Two lengths.",
        harder="Someone calls out the length just before each ball.",
    ),
    Drill(
        "sand-ladder", "Sand ladder", "distance",
        "how much swing the sand wants",
        (
            "Play short, middle and long from one bunker. Enter the sand at the same place and change the length "
            "of the swing."
        ),
        "inside",
        tuple(
            Station(words, metres, 4, ("splash", "long-splash", "high-splash"), lie=_SAND)
            for words, metres in (("short", 8.0), ("middle", 14.0), ("long", 22.0))
        ),
        ("sand", "green"),
        ("Same entry, another finish.",),
        ("slowed", "too-hard"), ("sand line", "target ring"), (SAND_EYES,),
        easier="Short and long only.",
        harder="In random order.",
    ),
    Drill(
        "under-string", "Under the string", "flight",
        "a low flight without hitting down on it",
        "Stretch a string between two canes where the ball flies highest. Keep every ball under it.",
        "under", (Station("tight turf, low and running", 25.0, 8, ("low-press", "roll-chip"), lie=_TIGHT),),
        ("short grass", "green", "string"),
        ("Hands ahead, short finish.", "Slower, not harder."),
        ("too-hard", "scooped"), ("string",), (STRING,),
        easier="String a foot higher.",
        harder="String a foot lower, same landing.",
    ),
    Drill(
        "into-and-with", "Into it and with it", "flight",
        "taking the club for the wind",
        "Play to the same target into the wind and down it. Say the club before each ball.",
        "inside",
        (
            Station("against the wind", 90.0, 5, (), lie=_FAIRWAY, wind=_AGAINST),
            Station("with the wind", 90.0, 5, (), lie=_FAIRWAY, wind=_WITH),
        ),
        ("open range", "wind"),
        ("Read it at the flag and the tree tops.", "More club, less swing."),
        ("wind-misread", "too-hard"), ("target ring",),
        easier="With the wind only.",
        harder="The next club down, held back.",
    ),
    Drill(
        "across-wind", "Across the wind", "flight",
        "holding it against a side wind, or riding it",
        "Play five balls held against the wind and five that ride on it.",
        "line",
        (
            Station("held against it", 110.0, 5, ("hold-against",), lie=_FAIRWAY, wind=_ACROSS),
            Station("ridden on it", 110.0, 5, ("ride-wind",), lie=_FAIRWAY, wind=_ACROSS),
        ),
        ("open range", "wind"),
        ("Choose one before you stand to it.",),
        ("wind-misread", "aimed-left", "aimed-right"), ("feet rod", "aim mark"),
        easier="Ridden only.",
        harder="Both to the narrow side of the green.",
    ),
    Drill(
        "two-ways", "Six and six", "choice",
        "judging by the spread, not by the best one",
        "Play one shot in two ways, six balls each, in shuffled order. Compare the spread of the two.",
        "inside",
        (
            Station("rolled", 15.0, 6, ("roll-chip",), lie=_TIGHT),
            Station("glided", 15.0, 6, ("quiet-glide",), lie=_TIGHT),
        ),
        ("short grass", "green"),
        ("Name the way before you stand to it.",),
        (), ("target ring",),
        easier="Three and three.",
        harder="From another lie each time.",
    ),
    Drill(
        "roulette", "Lie roulette", "choice",
        "a new choice for each lie",
        (
            "Play five lies in random order, one ball each, as on the course. Read the lie, choose, say the "
            "landing spot, play."
        ),
        "inside",
        (
            Station("tight turf", 15.0, 2, (), lie=_TIGHT),
            Station("half down in the rough", 20.0, 2, (), lie=Lie(COVERS["rough"], 0.6)),
            Station("down slope", 15.0, 2, (), Slope(math.radians(6.0)), _FAIRWAY),
            Station("greenside sand", 14.0, 2, (), lie=_SAND),
            Station("ball below the feet", 30.0, 2, (), Slope(0.0, math.radians(-5.0)), _FAIRWAY),
        ),
        ("short grass", "rough", "slope", "sand", "green", "someone to call out the lies"),
        ("What is the lie, what must the ball do, which club?",),
        (), ("target ring",), (SAND_EYES,),
        easier="Three lies instead of five.",
        harder="One ball, one minute, no second look.",
    ),
    Drill(
        "roll-first", "Roll it first", "choice",
        "putting when you can, chipping when you can't",
        "From the fringe, play the putter, a rolling chip and a wedge. The one with the fewest strokes wins.",
        "inside",
        (
            Station("putter", 10.0, 4, ("plain-putt",), lie=Lie(COVERS["fringe"])),
            Station("rolling chip", 10.0, 4, ("roll-chip",), lie=Lie(COVERS["fringe"])),
            Station("wedge", 10.0, 4, ("quiet-glide", "stock-swing"), lie=Lie(COVERS["fringe"]), loft_deg=56.0),
        ),
        ("green", "putter"),
        ("Can it roll? Then lob less.",),
        ("ground-misread",), ("target ring",),
        easier="Putter and rolling chip only.",
        harder="From two metres further off the green.",
    ),
)  # fmt: skip
