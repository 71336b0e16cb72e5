"""Words of the trade and of the model, each in a sentence or two that a new coach understands.

Common practice for the trade's words, docs/model.md for the model's. Screens, search and docs read them here.
"""

from __future__ import annotations

GLOSSARY: dict[str, str] = {
    # On the calls.
    "plays as": (
        "How far the same swing would carry from a clean, level lie in still air at 15 °C by the sea. Choose the "
        "club for that number."
    ),
    "worst 1 in 20": "One ball in twenty finishes there or further away. It shows what a bad day looks like.",
    "bad shot": (
        "The chance that the ball finishes three quarters of a stroke worse than the best call does on average."
    ),
    "putt next": "The chance that the next stroke is a putt.",
    "as good as": "The difference is too small to be sure of (± is the standard error). Choose what the player likes.",
    "same club": (
        "The player uses the same club as from level ground. The swing makes up for the slope, not another loft."
    ),
    "still in trouble": "The chance that the ball is still in the same trouble after the shot.",
    "first call": "The club and method that need the fewest strokes on average, for this player and this lie.",
    "second call": "The best call with another club, set-up or school, if it costs little more.",
    "safe call": "The call with the fewest bad shots among those that cost at most a quarter of a stroke more.",
    "strokes": (
        "The strokes still needed to hole out, including this one. They come from published averages for the "
        "player's handicap."
    ),
    "strokes lost": "How many strokes a shot cost more than the plan expected.",
    "take your medicine": "Play the ball out sideways, back or short, because that costs fewer strokes on average.",
    "lay-up": "A shot that is meant to stop short, in a place that makes the next shot easy.",
    "risk": (
        "How much a bad shot counts: by the average, a little bolder (a bad shot counts a quarter less, as in "
        "match play), or protect the score (it counts half as much again)."
    ),
    "school": (
        "A method that some good coaches teach where others teach another. Veltrin works out each one for the "
        "lie."
    ),
    # Flight and run.
    "carry": "The distance along the line from the ball to where it first lands.",
    "run": "The distance from where the ball first lands to where it stops.",
    "descent": "The angle at which the ball comes down. The steeper it is, the less the ball runs.",
    "height": "The highest point of the flight above the ball.",
    "flier": (
        "A ball that leaves with little spin, because grass or water was between face and ball. It flies low, "
        "hot and far."
    ),
    "aim": "Where the face and the feet point, so that slope, grass and wind bring the ball back to the target.",
    "start line": "The direction in which the ball leaves, before it curves.",
    "stock flight": (
        "The same club and swing from a clean, level lie, drawn grey and dashed. It shows what the lie changes."
    ),
    # Set-up and strike.
    "stock shot": "A full shot with a club from a clean, level lie. The player's bag lists its carry.",
    "set-up": "Ball position, stance, pressure, grip, face and shoulders before the swing.",
    "lean": "How far the shaft points ahead of the ball at the strike. It takes loft off.",
    "delivered loft": (
        "The loft with which the club meets the ball: the club's own loft, less the lean of the shaft, with face "
        "and slope included."
    ),
    "effective bounce": "How far the sole hangs below the leading edge at the strike, with lean and face included.",
    "bounce": "The angle by which the sole hangs below the leading edge. More bounce glides, less bounce digs.",
    "low point": "The place where the club head is lowest, ahead of the ball or behind it.",
    "room for error": "How far behind the ball, how deep and how high the club head may pass before the strike fails.",
    "heavy": (
        "The club meets the ground before the ball. The head digs or drags, and the ball stops short. Also "
        "called fat."
    ),
    "thin": "The leading edge meets the ball, which flies low, hot and far. From sand this is called skulled.",
    "shank": "The hosel meets the ball, which leaves sideways.",
    "handle": (
        "The grip end of the club. A high handle lets the toe work and lifts the heel; a held handle leads the "
        "head through."
    ),
    "hooded": "The face is turned shut with the hands ahead: less loft, more dig, and a low ball to the lead side.",
    "hand action": (
        "What the hands do through the ball: held (the hands lead), level, passing, or full (the head passes the "
        "hands)."
    ),
    "lead side": "The side of the body nearer to the target. The other one is the trail side.",
    "entry": "How far behind the ball the head goes into sand or grass.",
    "mark": "What the head leaves in the sand, from where it goes in to where it comes out.",
    # The lie.
    "fall": "The slope along the line to the target. Downhill is positive.",
    "side slope": "The slope across the line: the ball is above or below the feet.",
    "seat": "How deep the ball sits in grass or sand, in widths of the ball.",
    "softness": "How far the ground lets the sole in: hard-pan hardly at all, sodden turf a lot.",
    "cover": "What is around and under the ball: tight turf, rough, sand, bare earth and so on.",
    "collar": "The step from fringe to rough, with grass standing against the ball.",
    "semi": "The strip of grass between fairway and rough. It is short, but long enough to hold a ball.",
    "doubt": "How far a reading is usually off with the way it was measured (one standard deviation).",
    # The day.
    "green speed": "How far a ball rolls on a level green after it is released from the usual ramp, in feet.",
    "firmness": "How the ground takes a landing ball: sodden, soft, medium, firm or hard.",
    "gust": "The strongest three seconds of the wind, compared with its average over a few minutes.",
    "preferred lies": "A local rule: on mown ground the ball may be lifted, cleaned and placed near by.",
    # Practice and record.
    "pass mark": "The number of hits, out of all balls of a drill, that this player reaches every other time today.",
    "level": "How far a drill's mark is set above the player's own. It changes when the hits are unlikely to be luck.",
    "up and down": "The ball is put on the green and holed with one putt: two strokes from beside the green.",
    "likely range": "The true number is in this range 8 times in 10. More shots make it narrower.",
    "few shots": "A few shots move what Veltrin has learnt only a little, many shots move it a lot.",
    "grooves": (
        "The lines on the face. They lead grass and water away. Worn ones give less spin from rough and wet "
        "lies."
    ),
    "gap": "The difference in carry between two neighbouring clubs.",
    "three piles": (
        "The same chip from a down slope, level ground and an up slope with three clubs. All three finish alike."
    ),
}  # fmt: skip
"""Word -> meaning. Lower case, as it stands inside a sentence."""
