"""Words of the trade and of the model, each in a sentence or two that a new coach understands.

Common practice for the trade's words, docs/model.md for the model's. Screens, search and docs read them here.
"""

from __future__ import annotations

GLOSSARY: dict[str, str] = {
    # On the calls.
    "plays as": (
        "The same swing would carry so far from a clean, level lie in still air at 15 °C by the sea. Take the club for "
        "that number."
    ),
    "worst twentieth": "One strike in twenty ends there or further off: what a bad day looks like.",
    "a bad one": "Chance that it ends three quarters of a stroke dearer than the best call does on average.",
    "putt next": "Chance that the next stroke is a putt.",
    "as good as": (
        "The difference is smaller than what so many strikes can tell apart (±: their standard error): choose what the "
        "player likes."
    ),
    "kept club": (
        "The club used from level ground stays in the hand: the swing makes up for the slope, not another loft."
    ),
    "the same again": "Chance that the ball still lies in the same trouble.",
    "first call": "The way of playing the shot that costs fewest strokes on average, for this player, from this lie.",
    "second call": "The best call with another club, set-up or school, where that costs little.",
    "safe call": "The way with the fewest bad ones among those that cost at most a quarter of a stroke more.",
    "strokes": "Strokes still needed to hole out, this one counted: published averages, scaled to the handicap.",
    "strokes lost": "Strokes a shot took over what the plan expected of it.",
    "take your medicine": "Play it out sideways, back, or short, because what it costs on average is less.",
    "lay-up": "A shot that is meant to stop short, at a place from which the next one is easy.",
    "mood": "What a bad one counts: as it costs (lesson), a little less (match play), more (a score to protect).",
    "school": "A way that good coaches teach where others teach another; each is worked out for the lie at hand.",
    # Flight and run.
    "carry": "From the ball to where it first lands, along the line.",
    "run": "From where it first lands to where it stops.",
    "descent": "The angle at which it comes down: the steeper, the less it runs.",
    "apex": "The highest point of the flight, above the ball.",
    "flier": "A ball that leaves with little spin, grass or water having lain between face and ball: low, hot, far.",
    "aim": "Where the face and the feet point, so that what lie and wind do brings the ball back to the target.",
    "start line": "The direction in which the ball leaves, before it curves.",
    "ghost": "The same club and swing as a stock shot, drawn grey and dashed: all else is the difference from it.",
    # Set-up and strike.
    "stock shot": "The full shot of a club from a clean, level lie: what the player's bag is told by.",
    "set-up": "Ball place, stance, pressure, grip, face and shoulders before the swing.",
    "lean": "How far the shaft points ahead of the ball at the strike: it takes loft off.",
    "delivered loft": "Loft as it meets the ball: what is stamped on it, less lean, with face and slope counted in.",
    "effective bounce": "How far the sole hangs below the leading edge at the strike, with lean and face counted in.",
    "bounce": "The angle by which the sole hangs below the leading edge: more glides, less digs.",
    "low point": "Where the club head's arc is lowest, ahead of the ball or behind it.",
    "strike window": "How early, how deep and how high the club head may pass before the strike fails.",
    "heavy": "Ground before ball: the head digs or drags, and the ball stops short.",
    "thin": "The leading edge meets the ball: low, hot, far. From sand it is called skulled.",
    "shank": "The ball is met by the hosel and leaves sideways.",
    "handle": "The grip end: high, it lets the toe work and the heel pass over; held, it leads the head through.",
    "hooded": "Face turned shut with the hands ahead: less loft, more dig, comes out low and to the lead side's left.",
    "hand action": "From held (the hands lead through) over level and passing to full (the head passes the hands).",
    "lead side": "The side of the body nearer to the target; the other is the trail side.",
    "entry": "How far behind the ball the head goes into sand or grass.",
    "mark": "What the head leaves in the sand, from where it goes in to where it comes out.",
    # The lie.
    "fall": "Slope along the line to the target, downhill positive.",
    "side slope": "Slope across the line: ball above or below the feet.",
    "seat": "How deep the ball sits in the grass or sand, told in widths of the ball.",
    "give": "How far the ground lets the sole in: hard-pan nothing, sodden turf a lot.",
    "cover": "What lies around and under the ball: tight turf, rough, sand, bare earth and so on.",
    "collar": "The step from fringe to rough, with grass standing against the ball.",
    "semi": "The strip of grass between fairway and rough, short but long enough to hold a ball.",
    "doubt": "How far a reading is usually off by the way it was measured (one standard deviation).",
    # The day.
    "green speed": "How far a ball released from the ramp rolls on the level, in feet (the usual green meter).",
    "firmness": "How the ground takes a landing ball: sodden, soft, medium, firm, hard.",
    "gust": "The strongest three seconds of the wind, over its mean of a few minutes.",
    "preferred lies": "A local rule: on mown ground the ball may be lifted, cleaned and placed near by.",
    # Practice and record.
    "pass mark": "Hits of all the balls of a drill that this player reaches every other time today.",
    "level": "How far a drill's mark is raised above the player's own. It moves when hits can hardly be chance.",
    "up and down": "On the green and holed with one putt: two strokes from beside it.",
    "interval": "Where the true number lies, eight times in ten, by as many shots as there are.",
    "shrinkage": "Few shots move what is learnt a little, many a lot: a start of the model's own keeps it steady.",
    "grooves": "The lines on the face: they lead grass and water away; worn ones spin less from rough and wet.",
    "gap": "The step in carry between two neighbouring clubs.",
    "three piles": "The same chip from a down, a level and an up slope with three clubs: all three finish alike.",
}  # fmt: skip
"""Word -> meaning. Lower case, as it stands inside a sentence."""
