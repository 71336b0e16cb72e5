"""Drills for lies: slopes, rough, tight and bare ground, soft ground, collar, sand."""

from __future__ import annotations

import math

from veltrin.core.ground import COVERS, Lie, Slope
from veltrin.core.practice.drill import FOOTING, SAND_EYES, WRISTS, Drill, Station

_FAIRWAY = Lie(COVERS["fairway"])
_TIGHT = Lie(COVERS["tight"])
_SOFT = Lie(COVERS["fairway"], give=0.9)
_SAND = Lie(COVERS["sand"], 0.1)
_DOWN = Lie(COVERS["rough"], 1.0)
_COLLAR = Lie(COVERS["collar-behind"], 0.5)

BOARD = 0.3
"""A board makes the stance of a slope on ground that is level: it trains that, and not the strike from a slope.
Judgement."""


def _tilted(fall_deg: float = 0.0, side_deg: float = 0.0) -> Slope:
    return Slope(math.radians(fall_deg), math.radians(side_deg))


DRILLS: tuple[Drill, ...] = (
    Drill(
        "three-piles", "Three piles", "lie",
        "one stroke, three clubs: the slope decides the loft",
        (
            "Play the same chip from a down slope, level ground and an up slope, with clubs four to six degrees "
            "apart. All three piles should finish together."
        ),
        "inside",
        (
            Station("down slope", 15.0, 6, ("stock-swing",), _tilted(6.0), _FAIRWAY, 58.0),
            Station("level", 15.0, 6, ("stock-swing",), _tilted(), _FAIRWAY, 54.0),
            Station("up slope", 15.0, 6, ("stock-swing",), _tilted(-6.0), _FAIRWAY, 50.0),
        ),
        ("slope", "green"),
        ("Shoulders with the slope.", "Same stroke; the club makes up for the hill."),
        ("upright",), ("target ring",), (FOOTING,),
        easier="Down and level only.",
        harder="Call the slope after the ball lies.",
    ),
    Drill(
        "board-down", "Board under the trail foot", "lie",
        "standing with a down slope where there is none",
        "A board under the trail foot makes the slope. The layout says how high it has to be.",
        "entry", (Station("down slope by a board", 20.0, 8, ("dropped-foot", "stock-swing"), _tilted(6.0), _FAIRWAY),),
        ("board", "short grass"),
        ("Nearly all pressure on the lead leg.", "Chase the head down the slope."),
        ("upright", "hung-back"), ("board", "turf line", "feet rod"), (FOOTING,), rehearses=BOARD,
        easier="A board half as high.",
        harder="Find a real down slope.",
    ),
    Drill(
        "board-up", "Board under the lead foot", "lie",
        "standing with an up slope where there is none",
        "A board under the lead foot makes the slope. The layout says how high it has to be.",
        "entry", (Station("up slope by a board", 20.0, 8, ("up-the-hill", "stock-swing"), _tilted(-6.0), _FAIRWAY),),
        ("board", "short grass"),
        ("Shoulders with the slope, pressure on the trail leg.", "Turn up the hill."),
        ("upright",), ("board", "turf line"), (FOOTING,), rehearses=BOARD,
        easier="A board half as high.",
        harder="Find a real up slope.",
    ),
    Drill(
        "ball-above", "Ball above the feet", "lie",
        "aiming off for a side slope",
        "Take a full stance on the bank. Aim at the aim mark and let the slope bring the ball back.",
        "line", (Station("ball above the feet", 80.0, 8, ("stand-tall",), _tilted(0.0, 6.0), _FAIRWAY),),
        ("slope", "open range"),
        ("Grip down, stand taller.", "The trail hand does not roll over."),
        ("upright", "face-shut", "too-close"), ("feet rod", "aim mark"), (FOOTING,),
        easier="Half the slope, a shorter club.",
        harder="Change the club with each ball, and aim off for each.",
    ),
    Drill(
        "ball-below", "Ball below the feet", "lie",
        "keeping the height with the ball below the feet",
        "Stand wider and lower and use the whole grip. Aim at the aim mark.",
        "line", (Station("ball below the feet", 80.0, 8, ("sit-low",), _tilted(0.0, -6.0), _FAIRWAY),),
        ("slope", "open range"),
        ("Wide and low; keep the height.",),
        ("upright", "rose-up"), ("feet rod", "aim mark"), (FOOTING,),
        easier="Half the slope, a shorter club.",
        harder="Change the club with each ball, and aim off for each.",
    ),
    Drill(
        "worst-grass", "A dozen in the worst grass", "lie",
        "taking each as it lies with one technique",
        "Throw a dozen balls into the worst grass near the green. Play each one as it lies.",
        "inside", (Station("rough, ball down", 15.0, 12, ("grass-splash", "toe-slice", "rough-pop"), lie=_DOWN),),
        ("rough", "green"),
        ("Length of swing buys contact.", "Accept the grass."),
        ("slowed", "drag-misread", "grass-moved"), ("target ring",), (WRISTS,),
        easier="Take the better half of the lies.",
        harder="Each ball to another flag.",
    ),
    Drill(
        "out-first", "Out first", "lie",
        "getting it back in play from a deep lie",
        "Play out of deep grass with the most loft. A ball on short grass counts.",
        "clean", (Station("deep rough", 50.0, 8, ("escape",), lie=Lie(COVERS["deep"], 1.5)),),
        ("rough",),
        ("Ball back, quick hinge, down hard.", "Make the next shot easy: that is the whole task."),
        ("slowed", "too-hard"), ("target ring",), (WRISTS,),
        easier="From rough that is half as deep.",
        harder="Name the side it comes out to.",
    ),
    Drill(
        "glide-or-clip", "Glide and clip", "lie",
        "two ways from tight turf",
        "Play six balls on the bounce and six with the tall handle, in turn.",
        "inside",
        (
            Station("tight turf, glide", 15.0, 6, ("quiet-glide",), lie=_TIGHT),
            Station("tight turf, tall handle", 15.0, 6, ("tall-clip",), lie=_TIGHT),
        ),
        ("short grass", "green"),
        ("Glide: the sole may touch early.", "Clip: only the toe half meets the turf."),
        ("handle-driven", "rose-up"), ("target ring",),
        easier="From the fairway.",
        harder="One of each in turns, to the same ring.",
    ),
    Drill(
        "hard-pan", "Off hard-pan", "lie",
        "the least bounce, the face shut, ball first",
        "From bare ground, use the wedge with the least bounce. Strike the ball first and let it run low.",
        "inside", (Station("hard-pan", 15.0, 8, ("hard-pan-chip",), lie=Lie(COVERS["hard-pan"])),),
        ("bare ground", "green"),
        ("Feet together, face shut.", "Accelerate."),
        ("slowed", "rose-up", "ground-misread"), ("target ring",),
        ("Stones under a ball hurt wrists and clubs: look first.",),
        easier="From tight turf, same stroke.",
        harder="Over a towel five metres ahead.",
    ),
    Drill(
        "soft-brush", "Brush on soft ground", "lie",
        "a shallow mark instead of a hole",
        "Brush the ground and leave a shallow mark. Play six with the hands held and six with the head let past.",
        "clean",
        (
            Station("soft ground, hands held", 18.0, 6, ("brush-held",), lie=_SOFT),
            Station("soft ground, let past", 18.0, 6, ("brush-passing",), lie=_SOFT),
        ),
        ("soft ground", "green"),
        ("The handle rises because the body turns.", "Stomach to stomach."),
        ("handle-driven", "dipped"), ("target ring",),
        easier="Without a ball: make three marks of one length.",
        harder="In turns instead of in a row.",
    ),
    Drill(
        "collar", "Against the collar", "lie",
        "three clubs with one short stroke",
        (
            "Use the edge of a wedge, the toe of the putter and a hybrid, all with the same short stroke. All "
            "should stop close together."
        ),
        "inside",
        (
            Station("edge of the wedge", 9.0, 4, ("rim-roll",), lie=_COLLAR),
            Station("toe of the putter", 9.0, 4, ("toe-putt",), lie=_COLLAR, kind="putter"),
            Station("hybrid", 9.0, 4, ("hybrid-putt",), lie=_COLLAR, kind="hybrid"),
        ),
        ("collar", "green", "putter"),
        ("Narrow stance, firm, no hinge.",),
        ("slowed", "drag-misread"), ("target ring",),
        easier="Ball a finger off the collar.",
        harder="From the longest grass beside the collar.",
    ),
    Drill(
        "sand-line", "Line in the sand", "lie",
        "going in at the same place every time",
        (
            "Draw two lines across the bunker: where the head goes in and where the mark ends. Start without a "
            "ball, then put balls on it."
        ),
        "entry", (Station("greenside sand", 14.0, 10, ("splash",), lie=_SAND),),
        ("sand", "green"),
        ("Sole first, big follow-through.", "The sound tells."),
        ("dipped", "hung-back", "handle-driven", "slowed"), ("sand line", "target ring"), (SAND_EYES,),
        easier="The lines only, no ball.",
        harder="A ball, and no line to look at.",
    ),
    Drill(
        "plugged", "Plugged", "lie",
        "face shut, steep, and the run that comes of it",
        "Step the balls half into the sand. Play to where the run ends, not to the flag.",
        "inside", (Station("plugged in sand", 16.0, 8, ("gouge",), lie=Lie(COVERS["sand"], 0.8)),),
        ("sand", "green"),
        ("Ball back, face shut, chest ahead.",),
        ("slowed",), ("target ring",), (SAND_EYES,),
        easier="Ball a third in.",
        harder="Flag on the near side.",
    ),
)  # fmt: skip
