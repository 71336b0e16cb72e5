"""Stock shots: each carry is given back, and the speeds behind them are believable."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from tests.players import player, strike
from veltrin.core.errors import DomainError, OutOfRangeError, UnknownNameError
from veltrin.core.kit import Player, Scatter, build_bag
from veltrin.core.plan import stock_speeds


@pytest.mark.parametrize("seven", [35.0, 60.0, 112.0, 143.0, 165.0, 180.0])
def test_stock_carry_is_reproduced_within_half_a_metre(seven: float) -> None:
    who = player(seven)
    for club in who.bag:
        if club.kind == "putter":
            continue
        assert strike(club.id, 0.0, 0.0, 1.0, who=who).carry[0] == pytest.approx(club.stock_carry_m, abs=0.5)


def test_speeds_rise_with_length_and_smash_is_believable() -> None:
    who = player(145.0)
    speeds = dict(zip([c.id for c in who.bag], stock_speeds(who), strict=True))
    assert speeds["driver"] > speeds["3-wood"] > speeds["5-wood"] > speeds["7-iron"] > speeds["58"]
    # Source: published averages (from memory): a 7-iron carried 145 m is swung at about 36-40 m/s, ball/club 1.28-1.38.
    assert 34 < speeds["7-iron"] < 41
    smash = np.linalg.norm(strike("7-iron", 0, 0, 1.0, who=who).launch.velocity) / speeds["7-iron"]
    assert 1.25 < smash < 1.40


def test_launch_rises_and_speed_falls_through_the_bag() -> None:
    who = player()
    launches = [strike(c.id, 0, 0, 1.0, who=who).launch.velocity[0] for c in who.bag if c.kind != "putter"]
    ups = [math.atan2(v[2], v[0]) for v in launches[3:]]
    assert ups == sorted(ups)


def test_impossible_carry_names_the_club() -> None:
    who = player()
    bag = tuple(replace(c, stock_carry_m=250.0) if c.id == "58" else c for c in who.bag)
    with pytest.raises(DomainError, match=r"player\.bag\.58\.stock_carry_m"):
        stock_speeds(replace(who, bag=bag))


def test_bag_helper_refuses_what_it_does_not_know() -> None:
    with pytest.raises(OutOfRangeError, match="seven_iron_carry_m"):
        build_bag(10.0)
    with pytest.raises(UnknownNameError, match="9-wood"):
        build_bag(130.0, ("9-wood",))
    assert build_bag(130.0, ("driver",))[0].id == "3-wood"


def test_player_refuses_an_empty_bag_and_unknown_clubs() -> None:
    with pytest.raises(DomainError, match="empty"):
        Player("x", "X", False, 1.8, 10.0, ())
    with pytest.raises(UnknownNameError, match="chipper"):
        player().club("chipper")


def test_strong_players_take_loft_off_to_carry_that_far() -> None:
    lean = [math.degrees(player(seven).lean_rad) for seven in (100.0, 145.0, 165.0, 180.0)]
    assert lean == pytest.approx([4.0, 4.0, 6.8, 8.9])
    measured = replace(player(165.0), mid_iron_lean_rad=math.radians(5))
    assert math.degrees(measured.lean_rad) == pytest.approx(5.0)
    # Source: published professional averages (from memory): a 7-iron carried 157 m is launched at about 16 deg
    # with about 7,100 rpm; stronger lofts and less attack here, so within a fifth.
    long = strike("7-iron", 0, 0, 1.0, who=player(157.0))
    assert np.linalg.norm(long.launch.spin) * 60 / (2 * math.pi) == pytest.approx(7100, rel=0.2)


def test_scatter_grows_with_handicap() -> None:
    good, weak = Scatter.for_handicap(2), Scatter.for_handicap(28)
    assert good.face_rad < weak.face_rad
    assert good.speed_share_full < weak.speed_share_full < weak.speed_share_touch
    with pytest.raises(OutOfRangeError, match=r"player\.handicap"):
        Scatter.for_handicap(60)


@pytest.mark.parametrize(("field", "value"), [("loft_rad", 1.6), ("length_m", 2.0), ("stock_carry_m", 1.0)])
def test_club_out_of_range_is_refused(field: str, value: float) -> None:
    with pytest.raises(OutOfRangeError, match=r"club\."):
        replace(player().bag[3], **{field: value})
