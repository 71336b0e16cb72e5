"""The line off a map: distances, green, rise, tilt, ground beside it and trees, against plain geometry."""

from __future__ import annotations

import math

import numpy as np
import pytest

from veltrin.core.course import GROUND, Course, GroundName, Heights, Hole, Lies, Tree, line_from
from veltrin.core.errors import DomainError


def box(ground: GroundName, west: float, south: float, east: float, north: float) -> Lies:
    return Lies(GROUND[ground], ((west, south), (east, south), (east, north), (west, north)))


def plain(*lies: Lies, **more: object) -> Course:
    """A hole to the north: rough all about, a green 20 m wide and 24 m deep whose middle is 150 m from the ball."""
    ground = (box("rough", -300, -100, 300, 400), box("green", -10, 138, 10, 162), *lies)
    return Course("Plain", (2.6, 64.8), ground, **more)  # type: ignore[arg-type]


def tilted(fall: float, side: float, base: float = 600.0) -> Heights:
    """A plane that falls to the north and to the west by so much a metre."""
    step, west, south = 5.0, -100.0, -50.0
    y, x = np.mgrid[0:61, 0:41]
    return Heights(west, south, step, base - fall * (south + step * y) + side * (west + step * x))


def test_the_line_is_as_long_as_the_way_and_the_green_has_its_edges() -> None:
    found = line_from(plain(), (0.0, 0.0), (2.0, 150.0))
    assert found.line.flag_m == pytest.approx(math.hypot(2.0, 150.0))
    assert math.degrees(found.bearing_rad) == pytest.approx(math.degrees(math.atan2(2.0, 150.0)))
    # Slant through a box: its edges lie farther by one over the cosine.
    slant = 1.0 / math.cos(found.bearing_rad)
    assert found.line.landing.front_m == pytest.approx(138.0 * slant, abs=0.06)
    assert found.line.landing.back_m == pytest.approx(162.0 * slant, abs=0.06)
    # The oval about the line lies within the green; the green itself is drawn on top.
    assert 14.0 < found.line.landing.width_m < 20.0
    green = next(a for a in found.line.areas if a.kind.name == "green")
    assert len(green.ring) == 4
    assert {"flag", "edges", "areas", "cover"} <= found.known
    assert found.cover == "rough"


@pytest.mark.parametrize("turned", [0.0, 40.0, 135.0, 250.0, 359.0])
def test_a_course_that_is_turned_gives_the_same_line_and_another_bearing(turned: float) -> None:
    a = math.radians(turned)

    def turn(place: tuple[float, float]) -> tuple[float, float]:
        e, n = place
        return e * math.cos(a) + n * math.sin(a), n * math.cos(a) - e * math.sin(a)

    course = plain(
        box("bunker", -18, 136, -11, 146), box("fairway", -16, 20, 16, 120), trees=(Tree((8.0, 90.0), 9.0, 5.0),)
    )
    moved = Course(
        "Turned", course.origin, tuple(Lies(one.ground, tuple(map(turn, one.ring))) for one in course.lies),
        trees=(Tree(turn((8.0, 90.0)), 9.0, 5.0),),
    )  # fmt: skip
    one = line_from(course, (0.0, 0.0), (0.0, 150.0))
    other = line_from(moved, turn((0.0, 0.0)), turn((0.0, 150.0)))
    assert math.degrees(other.bearing_rad) == pytest.approx(turned % 360.0, abs=1e-6)
    assert other.line.flag_m == pytest.approx(one.line.flag_m)
    assert other.line.landing.front_m == pytest.approx(one.line.landing.front_m, abs=0.11)
    assert other.line.landing.width_m == pytest.approx(one.line.landing.width_m, abs=0.11)
    assert [a.kind.name for a in other.line.areas] == [a.kind.name for a in one.line.areas]
    assert other.line.obstacles == one.line.obstacles


def test_what_lies_left_on_the_map_lies_left_of_the_line() -> None:
    found = line_from(plain(box("bunker", -18, 136, -11, 146)), (0.0, 0.0), (0.0, 150.0))
    sand = next(a for a in found.line.areas if a.kind.name == "sand")
    # The course's west is left of a line to the north; left is positive in the core.
    assert all(11.0 <= y <= 18.0 for _, y in sand.ring)
    assert all(136.0 <= x <= 146.0 for x, _ in sand.ring)


def test_later_ground_lies_on_top_and_the_ball_lies_in_what_is_seen() -> None:
    course = plain(box("semi", -22, 20, 22, 120), box("fairway", -16, 20, 16, 120), box("bunker", -4, 60, 4, 70))
    assert [line_from(course, at, (0.0, 150.0)).cover for at in ((0, 65), (10, 65), (20, 65), (40, 65))] == [
        "sand", "fairway", "semi", "rough",
    ]  # fmt: skip
    names = [a.kind.name for a in line_from(course, (0.0, 30.0), (0.0, 150.0)).line.areas]
    assert names == ["rough", "semi", "fairway", "green", "sand"]


def test_rise_tilt_and_slope_come_from_the_heights() -> None:
    # Falls 4 in 100 to the north, the way the line goes, and 2 in 100 to the west: to the left.
    found = line_from(plain(heights=tilted(0.04, 0.02)), (0.0, 0.0), (0.0, 150.0))
    assert found.line.landing.rise_m == pytest.approx(-6.0, abs=0.01)
    assert math.tan(found.line.landing.fall_rad) == pytest.approx(0.04, abs=1e-6)
    assert math.tan(found.line.landing.side_rad) == pytest.approx(0.02, abs=1e-6)
    assert found.slope is not None
    assert math.tan(found.slope.fall_rad) == pytest.approx(0.04, abs=1e-6)
    # What falls to the left has the ball above a right-hander's feet.
    assert math.tan(found.slope.side_rad) == pytest.approx(0.02, abs=1e-6)
    assert {"rise", "tilt", "slope"} <= found.known
    # The other way it rises.
    back = line_from(plain(heights=tilted(0.04, 0.02)), (0.0, 240.0), (0.0, 150.0))
    assert back.slope is not None
    assert math.tan(back.slope.fall_rad) == pytest.approx(-0.04, abs=1e-6)
    assert math.tan(back.slope.side_rad) == pytest.approx(-0.02, abs=1e-6)


def test_a_finer_grid_is_surer_of_nothing_that_a_coarse_one_is_not() -> None:
    """Of very fine grids the heights' own error counts, of coarse ones what lies between: in between it is surest."""

    def doubt(step: float) -> float:
        heights = Heights(-200.0, -100.0, step, np.full((int(400 / step), int(400 / step)), 600.0))
        return math.degrees(line_from(plain(heights=heights), (0.0, 0.0), (0.0, 150.0)).slope_doubt_rad)

    told = {step: doubt(step) for step in (1.0, 2.0, 5.0, 10.0, 25.0)}
    assert told[2.0] == min(told.values())
    assert told[25.0] > told[10.0] > told[5.0] > told[2.0]
    assert 0.5 < told[2.0] < 2.0


def test_what_the_map_does_not_tell_is_not_known() -> None:
    bare = Course("Bare", (0.0, 0.0), (), (Hole("1", ((0.0, 0.0), (0.0, 150.0))),))
    found = line_from(bare, (0.0, 0.0), (0.0, 150.0))
    assert found.known == {"flag"}
    assert found.cover == "rough"
    assert len(found.notes) == 2
    # Far from every spot nothing is known of heights either.
    spots = np.array([[0.0, 900.0, 610.0]])
    assert "rise" not in line_from(Course("Far", (0.0, 0.0), plain().lies, spots=spots), (0.0, 0.0), (0.0, 150.0)).known


def test_trees_and_woods_stand_in_the_way_the_nearest_first() -> None:
    trees = tuple(Tree((float(x), 60.0 + 3.0 * x), 8.0, 4.0) for x in range(-20, 21, 2))
    found = line_from(plain(box("wood", -40, 80, 4, 100), trees=trees), (0.0, 0.0), (0.0, 150.0))
    assert len(found.line.obstacles) == 12
    wood = next(o for o in found.line.obstacles if o.deep_m > 10)
    assert (wood.at_m, wood.deep_m, wood.right_m) == (80.0, 20.0, -4.0)
    assert any("left out" in note for note in found.notes)
    # Among trees nothing is drawn about the ball.
    inside = line_from(plain(box("wood", -40, -20, 40, 20)), (0.0, 0.0), (0.0, 150.0))
    assert inside.line.obstacles == ()
    assert any("among trees" in note for note in inside.notes)


def test_a_line_holds_no_more_than_it_may() -> None:
    rng = np.random.default_rng(3)

    def blob(x: float, y: float) -> Lies:
        turns = np.linspace(0, math.tau, 60, endpoint=False)
        out = 4.0 + rng.uniform(-0.4, 0.4, 60)
        return Lies(
            GROUND["bunker"], tuple((x + r * math.cos(t), y + r * math.sin(t)) for r, t in zip(out, turns, strict=True))
        )

    many = [blob(float(x), float(y)) for x in range(-60, 61, 12) for y in range(10, 200, 12)]
    found = line_from(plain(*many), (6.0, 4.0), (0.0, 150.0))
    assert len(found.line.areas) == 40
    assert sum(len(a.ring) for a in found.line.areas) <= 600
    assert any("pieces of ground farthest" in note for note in found.notes)


@pytest.mark.parametrize("flag", [(0.0, 1.0), (0.0, 900.0)])
def test_what_is_no_line_is_refused(flag: tuple[float, float]) -> None:
    with pytest.raises(DomainError, match="from the ball"):
        line_from(plain(), (0.0, 0.0), flag)


def test_a_ball_in_water_is_refused_and_on_the_green_it_is_said() -> None:
    with pytest.raises(DomainError, match="nothing is played"):
        line_from(plain(box("water", -5, -5, 5, 5)), (0.0, 0.0), (0.0, 150.0))
    bridge = plain(box("water", -50, 40, 50, 50), box("path", -1, 30, 1, 60))
    assert line_from(bridge, (0.0, 45.0), (0.0, 150.0)).cover == "hard-pan"
    putt = line_from(plain(), (0.0, 142.0), (0.0, 150.0))
    assert putt.cover is None
    assert any("putt" in note for note in putt.notes)
