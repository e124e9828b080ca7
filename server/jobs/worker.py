"""A process that does heavy work: one job after the other, from a pipe, until the pipe or its parent ends."""

from __future__ import annotations

import os
import pickle
import threading
from collections.abc import Callable, Iterator
from multiprocessing import parent_process
from multiprocessing.connection import Connection, wait

Work = Callable[..., Iterator[bytes]]
PART, END, ERROR = "part", "end", "error"
KINDER = 5  # steps by which the system puts plain verdicts and the browser first


def main(pipe: Connection) -> None:
    """Do jobs: ``(work, arguments)`` come in; parts of the answer, then its end or an error, go out."""
    threading.Thread(target=_end_with_parent, daemon=True).start()
    import server.jobs.work  # noqa: F401  # what a job needs is there before the first comes

    if hasattr(os, "nice"):
        os.nice(KINDER)
    while True:
        try:
            work, arguments = pipe.recv()
        except (EOFError, OSError, KeyboardInterrupt):
            return
        try:
            for part in work(*arguments):
                pipe.send((PART, part))
            pipe.send((END, b""))
        except (BrokenPipeError, KeyboardInterrupt):
            return
        except Exception as error:
            pipe.send((ERROR, _portable(error)))


def _portable(error: Exception) -> Exception:
    try:
        pickle.loads(pickle.dumps(error))
    except Exception:
        return RuntimeError(f"{type(error).__name__}: {error}")
    return error


def _end_with_parent() -> None:
    parent = parent_process()
    if parent is not None:
        wait([parent.sentinel])
        os._exit(0)
