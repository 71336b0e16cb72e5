"""A player's own page behind a link, and the links themselves."""

from __future__ import annotations

from fastapi import APIRouter, Request

from veltrin.api.deps import StoreDep, taker_asks
from veltrin.api.errors import NotAllowedError, NotSignedInError
from veltrin.service.lessons import take
from veltrin.service.lessons.contracts.take import LinkIn, LinkOut, TakeOut

router = APIRouter(tags=["take"])


@router.get("/players/{player_id}/links")
def list_links(store: StoreDep, player_id: str) -> list[LinkOut]:
    """Links of a player that still let in, newest first."""
    return take.list_links(store, player_id)


@router.post("/players/{player_id}/links", status_code=201)
def make_link(request: Request, store: StoreDep, player_id: str, body: LinkIn) -> LinkOut:
    """Make a link to a player's own page; what it holds is told this once. Only on a server opened to a network."""
    if request.app.state.guard is None:
        raise NotAllowedError(
            "link", "would not work: this server answers on this machine only.",
            "Open it to a network first: veltrin serve --host, with coaches who sign in.",
        )  # fmt: skip
    return take.make_link(store, player_id, body)


@router.delete("/links/{link_id}", status_code=204)
def revoke_link(store: StoreDep, link_id: str) -> None:
    """Let nobody in by a link any more."""
    take.revoke_link(store, link_id)


@router.get("/take")
def show_page(request: Request, store: StoreDep) -> TakeOut:
    """What the player of a link takes along."""
    who = taker_asks(request)
    if who is None:
        raise NotSignedInError("link", "nobody came by a link.", "Open the link that your coach sent you.")
    return take.show_page(store, who)
