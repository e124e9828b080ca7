"""What is answered of archives."""

from __future__ import annotations

from ninja import Schema

from oakspin.kinds.kinds import KINDS
from server.archive import actions
from server.archive.merging import State


class ArrivalView(Schema):
    """One motor of an archive: how it stands to what is here, and how much it brings."""

    id: str
    title: str
    kind_name: str
    state: State
    revisions: int
    trials: int
    unread: bool

    @staticmethod
    def of(arrival: actions.Arrival) -> ArrivalView:
        """The wire form of an arrival."""
        return ArrivalView(
            id=arrival.id,
            title=arrival.title,
            kind_name=KINDS[arrival.kind].name if arrival.kind else "",
            state=arrival.state,
            revisions=len(arrival.difference.revisions),
            trials=len(arrival.difference.trials),
            unread=arrival.kind is None,
        )


class ArchivePreview(Schema):
    """What an archive would bring, and which motors it would put away if it replaced the shelf."""

    motors: list[ArrivalView]
    put_away: list[str]
