"""The lane of heavy work: few workers, a bounded line before them, and an end to jobs that nobody waits for."""

from __future__ import annotations

import multiprocessing
import sys
import threading
import time
from collections import deque
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from multiprocessing.connection import Connection
from multiprocessing.process import BaseProcess
from typing import Any

from server.jobs import worker

LOOK_S = 0.05  # how often a waiting job looks whether its asker is still there
LONGEST_S = 300.0
MOST_JOBS = 25  # that one worker does: what it kept of them for the next ones is given back with it
# Forked from a process that has the core loaded, a worker is there at once; elsewhere forks of a threaded process fail.
FORKS = sys.platform == "linux"


class Busy(Exception):
    """Too many wait already."""


class AskerGone(Exception):
    """Nobody waits for the answer any more."""


class Broken(Exception):
    """The worker ended before its job did: out of memory, say, or the job took too long."""


class _Worker:
    def __init__(self, context: Any) -> None:
        self.jobs = 0
        self.pipe: Connection
        self.pipe, theirs = context.Pipe()
        self.process: BaseProcess = context.Process(target=worker.main, args=(theirs,), daemon=True)
        self.process.start()
        theirs.close()

    def end(self) -> None:
        """End it at once, whatever it does."""
        self.pipe.close()
        self.process.kill()
        self.process.join()


class Lane:
    """At most ``workers`` jobs at a time, and at most ``waiting`` more that wait, first come first served."""

    def __init__(self, workers: int, waiting: int) -> None:
        self._context = multiprocessing.get_context("forkserver" if FORKS else "spawn")
        if FORKS:
            self._context.set_forkserver_preload(["server.jobs.work"])
        self._workers, self._waiting = workers, waiting
        self._idle: list[_Worker] = []
        self._busy: set[_Worker] = set()
        self._line: deque[object] = deque()
        self._changed = threading.Condition()

    def warm(self) -> None:
        """Have one worker ready before it is asked for."""
        with self._changed:
            if not self._idle and not self._busy:
                self._idle.append(_Worker(self._context))

    def run(self, work: worker.Work, arguments: tuple[Any, ...], gone: Callable[[], bool]) -> Iterator[bytes]:
        """Do a job, giving its answer in parts. A reader that stops, or an asker that is gone, ends it at once.

        Raises
        ------
        Busy, AskerGone, Broken
            And whatever the work raises.
        """
        with self._one(gone) as hand:
            done = False
            try:
                hand.pipe.send((work, arguments))
                yield from self._answer(hand, gone)
                done = True
            except (EOFError, OSError) as error:
                raise Broken from error
            except _WorkerFailure as failure:
                done = True
                raise failure.error from None
            finally:
                if not done:
                    hand.end()

    def close(self) -> None:
        """End every worker."""
        with self._changed:
            for hand in [*self._idle, *self._busy]:
                with suppress(Exception):
                    hand.end()
            self._idle.clear()

    def _answer(self, hand: _Worker, gone: Callable[[], bool]) -> Iterator[bytes]:
        latest = time.monotonic() + LONGEST_S
        while True:
            while not hand.pipe.poll(LOOK_S):
                if gone():
                    raise AskerGone
                if time.monotonic() > latest:
                    raise EOFError
            kind, value = hand.pipe.recv()
            if kind == worker.ERROR:
                raise _WorkerFailure(value)
            if kind == worker.END:
                return
            yield value

    @contextmanager
    def _one(self, gone: Callable[[], bool]) -> Iterator[_Worker]:
        hand = self._free(gone)
        try:
            yield hand
        finally:
            with self._changed:
                self._busy.discard(hand)
                hand.jobs += 1
                if hand.jobs >= MOST_JOBS and not hand.pipe.closed:
                    hand.end()
                if not hand.pipe.closed:
                    self._idle.append(hand)
                self._changed.notify_all()

    def _free(self, gone: Callable[[], bool]) -> _Worker:
        ticket = object()
        with self._changed:
            if len(self._line) >= self._waiting:
                raise Busy
            self._line.append(ticket)
            try:
                while self._line[0] is not ticket or len(self._busy) >= self._workers:
                    self._changed.wait(LOOK_S)
                    if gone():
                        raise AskerGone
                hand = self._living() or _Worker(self._context)
                self._busy.add(hand)
                return hand
            finally:
                self._line.remove(ticket)
                self._changed.notify_all()

    def _living(self) -> _Worker | None:
        while self._idle:
            hand = self._idle.pop()
            if not hand.pipe.poll():  # an idle one says nothing; the pipe of a dead one has its end to tell
                return hand
            hand.end()
        return None


class _WorkerFailure(Exception):
    """An error of the work itself; its worker is well."""

    def __init__(self, error: Exception) -> None:
        self.error = error
        super().__init__(str(error))
