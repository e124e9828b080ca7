"""The server's side of the wire: many idle connections, bounded bodies, refusals in the one problem shape."""

from __future__ import annotations

import json
from contextlib import suppress
from typing import Any

from waitress import create_server
from waitress.channel import HTTPChannel
from waitress.task import ErrorTask

from server.troubles import OURS, TOO_BIG, UNREAD


class _Refusal(ErrorTask):  # type: ignore[misc]
    """What is refused before it reaches the application: not HTTP, or too long."""

    def execute(self) -> None:
        """Answer in the shape of all our problems."""
        error = self.request.error
        trouble = TOO_BIG if error.code in (413, 431) else OURS if error.code >= 500 else UNREAD
        body = json.dumps({"title": trouble.title, "faults": [], "hint": trouble.hint}).encode()
        self.status = f"{error.code} {error.reason}"
        self.response_headers += [("Content-Type", "application/json"), ("Connection", "close")]
        self.content_length = len(body)
        self.set_close_on_finish()
        # What could not be read as a request has no command either.
        self.write(body if getattr(self.request, "command", "") != "HEAD" else b"")


class _Channel(HTTPChannel):  # type: ignore[misc]
    error_task_class = _Refusal


def server_on(application: Any, port: int, threads: int, connections: int, idle_s: int, largest_body: int) -> Any:
    """A server of an application on 127.0.0.1. Raises ``OSError`` where the port is taken."""
    server = create_server(
        application,
        host="127.0.0.1",
        port=port,
        threads=threads,
        ident=None,
        connection_limit=_allowed(connections),
        channel_timeout=idle_s,
        cleanup_interval=15,
        max_request_body_size=largest_body,
        max_request_header_size=32_768,
        # Reading on while a request is at work is how a connection that was closed is noticed.
        channel_request_lookahead=1,
        asyncore_use_poll=True,
    )
    server.channel_class = _Channel
    return server


def _allowed(connections: int) -> int:
    """As many connections as the system lets one process hold, room left for files."""
    with suppress(ImportError, OSError, ValueError):
        import resource

        soft, hard = resource.getrlimit(resource.RLIMIT_NOFILE)
        wanted = connections + 100
        if soft != resource.RLIM_INFINITY and soft < wanted:
            most = wanted if hard == resource.RLIM_INFINITY else min(wanted, hard)
            resource.setrlimit(resource.RLIMIT_NOFILE, (most, hard))
            return max(20, most - 100)
    return connections
