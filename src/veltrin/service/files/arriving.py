"""A book file as it arrives: which of its things are here, under which ids the others come, and how they are kept.

Where an id of the file is another coach's here, what it names gets an id that follows from both: the second reading
finds what the first one brought.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from veltrin.service.files.bookpieces import Opened
from veltrin.service.files.contracts.exchange import MergedOut, ReadStage
from veltrin.service.files.forms import FORMS
from veltrin.service.files.here import Here, derived_id, derived_slug, portions
from veltrin.service.house.contracts.kept import KeptJson
from veltrin.service.shot.forms import QUESTION, own_question
from veltrin.store.engine import Store
from veltrin.store.repositories import arrivals
from veltrin.store.repositories import players as player_rows
from veltrin.store.tables import Base


class Arriving:
    """One reading of one file: what of it is here already, what becomes of the rest, and how much there is of each."""

    def __init__(self, store: Store, opened: Opened, arrival: int) -> None:
        self.store, self.book, self.pictures = store, opened.book, opened.pictures
        self.arrival = arrival
        self.hidden = store.of_coach(arrival)
        self.coach_id = store.coach_id
        self.counts = dict.fromkeys(MergedOut.model_fields, 0)
        self.players: dict[str, Here] = {}
        self.ids: dict[str, dict[str, Here]] = {kind: {} for kind in ("booking", "trial", "session", "lesson", "shot")}

    def resolve(self, row: type[Base], told: Sequence[str], whose: str, owner: str | None) -> dict[str, Here]:
        """Where things of one owner are here; `owner`: the column that says whose they are, None: the coach's."""
        derived = {one: derived_id(self.coach_id, one, whose) for one in told}
        with self.store.session() as session:
            own, taken = arrivals.found(session, row, [*told, *derived.values()], owner)
        found = {}
        for one in told:
            there = next((i for i in (one, derived[one]) if i in own and (owner is None or own[i] == whose)), None)
            found[one] = Here(there or (derived[one] if one in taken else one), there is not None)
        return found

    def resolve_players(self) -> None:
        """Find out under which ids players of the file are here, or will be."""
        with self.store.session() as session:
            for record in self.book.players:
                other = derived_slug(self.coach_id, record.id)
                there = next((i for i in (record.id, other) if player_rows.load(session, i) is not None), None)
                is_taken = there is None and player_rows.id_is_taken(session, record.id)
                self.players[record.id] = Here(there or (other if is_taken else record.id), there is not None)
                self.counts["players"] += there is None
                self.counts["renamed"] += is_taken

    def kept(self, kind: str, kept: KeptJson | None) -> str:
        """A piece as it came; what can't be opened here is kept too, and counted."""
        form = FORMS[kind]
        self.counts["unreadable"] += kept is not None and bool(form.open_raw(kept).problem)
        return form.keep_raw(kept)

    def question(self, kept: KeptJson | None, player_id: str) -> str:
        """A question as it came, asked by a player of here."""
        if kept is None:
            return ""
        self.counts["unreadable"] += bool(QUESTION.open_raw(kept).problem)
        return own_question(kept, player_id)

    def at(self, kind: str, told: str | None) -> str | None:
        """Under which id something of the file is here; None: nowhere."""
        found = None if told is None else self.ids[kind].get(told)
        return None if found is None else found.id

    def write(self, rows: Sequence[Base]) -> Iterator[ReadStage]:
        """Keep rows in portions, and tell how far it is."""
        for some, stage in portions("writing", rows):
            self.put(some)
            yield stage

    def put(self, rows: Sequence[Base]) -> None:
        """Keep rows at once."""
        with self.hidden.session() as session:
            session.add_all(rows)
            arrivals.go_on(session, self.arrival)
