"""Drills for the strike: where the arc bottoms out, how the sole is used, where the face points and meets the ball."""

from __future__ import annotations

from veltrin.core.ground import COVERS, Lie
from veltrin.core.practice.drill import WRISTS, Drill, Station

_TIGHT = Lie(COVERS["tight"])
_PERCHED = Lie(COVERS["rough"], 0.1)
_FAIRWAY = Lie(COVERS["fairway"])

DRILLS: tuple[Drill, ...] = (
    Drill(
        "towel-behind", "Towel behind the ball", "strike",
        "the bottom of the arc under or past the ball",
        (
            "Lay a folded towel behind the ball, as far back as the sole may touch early. Strike the ball and "
            "leave the towel where it is."
        ),
        "clean", (Station("tight turf, a chip", 14.0, 10, ("quiet-glide",), lie=_TIGHT),),
        ("short grass", "green", "towels"),
        ("Breastbone over the ball.", "Turn through; the towel stays where it is."),
        ("hung-back", "dipped", "scooped", "slowed"), ("towel behind", "target ring"),
        easier="Without a ball: brush the turf past the towel.",
        harder="The towel two centimetres nearer.",
    ),
    Drill(
        "tee-ahead", "Brush the tee ahead", "strike",
        "striking the ball before the ground",
        (
            "Push a tee flat into the turf ahead of the ball, where the swing is lowest. Strike the ball, then "
            "brush the tee."
        ),
        "tee", (Station("fairway, a short pitch", 25.0, 10, ("stock-swing",), lie=_FAIRWAY),),
        ("short grass", "green", "tees"),
        ("Pressure on the lead side from the start.", "Ball, then tee."),
        ("hung-back", "scooped", "slowed", "upright"), ("tee ahead", "target ring"),
        easier="Half a swing, or no ball: brush the tee only.",
        harder="From tight turf.",
    ),
    Drill(
        "rod-in-grip", "Rod along the grip", "strike",
        "hands that neither push ahead nor flip",
        (
            "Hold a rod along the grip so that it points up past the lead side. It must not touch your ribs before "
            "the finish."
        ),
        "rod", (Station("tight turf, a chip", 12.0, 10, ("quiet-glide",), lie=_TIGHT),),
        ("short grass", "rods"),
        ("Chest turns, hands stay quiet.", "The rod never touches the ribs."),
        ("scooped", "handle-driven"), ("grip rod", "target ring"),
        easier="Swing half as long.",
        harder="Lead hand only.",
    ),
    Drill(
        "opened-rods", "Two rods for an opened face", "strike",
        "feet and path with an opened face",
        (
            "Lay one rod along the toes and one beside the ball for the path of the head. Open the face first, "
            "then take the grip."
        ),
        "line", (Station("perched in the rough, a high one", 24.0, 8, ("float",), lie=_PERCHED),),
        ("rough", "green", "rods"),
        ("Open the face first, then take the grip.", "Swing along the rod, not at the flag."),
        ("face-open", "face-shut", "aimed-left", "aimed-right"), ("feet rod", "path rod"),
        ("The miss of a high one is a bullet: nobody anywhere near the line.",),
        easier="From a tee peg as high as the grass.",
        harder="From short grass.",
    ),
    Drill(
        "head-gate", "Gate for the head", "strike",
        "meeting the ball in the middle of the face",
        (
            "Put two tees just outside the toe and the heel of the club at the ball. Strike the ball and leave "
            "both tees standing."
        ),
        "gate", (Station("fairway, a pitch", 30.0, 10, ("stock-swing",), lie=_FAIRWAY),),
        ("short grass", "tees"),
        ("Leave a hand of room between hands and thighs.", "Pressure under the middle of the feet."),
        ("too-close", "toe", "heel"), ("head gate",),
        easier="Set the tees a finger wider on either side.",
        harder="One tee at the toe, a second ball at the heel side.",
    ),
    Drill(
        "same-height", "Chest keeps its height", "strike",
        "keeping the height through the stroke",
        "Keep the chest at one height through the stroke. A helper or your shadow shows if it rises or drops.",
        "entry", (Station("tight turf, a chip", 12.0, 10, ("tall-clip",), lie=_TIGHT),),
        ("short grass", "green"),
        ("The chest stays over the ball until it is gone.", "Legs quiet."),
        ("rose-up", "dipped"), ("turf line", "feet rod"),
        easier="Without a ball: brush the grass twenty times.",
        harder="Eyes shut on the last three.",
    ),
    Drill(
        "swish-strike", "Swish, then strike", "strike",
        "feeling the drag of the grass before each ball",
        (
            "Make one practice swing in the same kind of grass and say the drag out loud: light, some or heavy. "
            "Then strike the ball."
        ),
        "inside", (Station("rough, half down", 40.0, 10, ("stock-swing", "rough-pop"), lie=Lie(COVERS["rough"], 0.6)),),
        ("rough", "green"),
        ("The practice swing tells you how hard.", "Speed through the grass, not at it."),
        ("drag-misread", "slowed", "flier"), ("target ring",), (WRISTS,),
        easier="Ball sitting up in the grass.",
        harder="No practice swing: say the drag by looking.",
    ),
    Drill(
        "start-gate", "Start gate", "strike",
        "a face that looks where it is meant to",
        "Put two canes two metres ahead, taller than the ball flies there. Start every ball between them.",
        "start", (Station("fairway, a pitch", 40.0, 10, ("stock-swing",), lie=_FAIRWAY),),
        ("short grass", "green", "canes", "rods"),
        ("Aim the face first, then the feet.",),
        ("face-open", "face-shut", "aimed-left", "aimed-right"), ("start gate", "feet rod"),
        easier="Put the canes at one metre, the same width apart.",
        harder="Put the canes ten centimetres closer together.",
    ),
)  # fmt: skip
