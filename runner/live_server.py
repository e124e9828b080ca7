"""A real server process on a free port: for pictures, benchmarks, and tests that need one to kill or to load."""

from __future__ import annotations

import http.client
import json
import os
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path
from typing import Any

ROOT = Path(__file__).resolve().parents[1]


class LiveServer:
    """``python -m server.serve`` on a folder of data."""

    def __init__(self, data: Path) -> None:
        self.data = data
        with socket.socket() as probe:
            probe.bind(("127.0.0.1", 0))
            self.port = probe.getsockname()[1]
        self.address = f"http://127.0.0.1:{self.port}"
        paths = os.pathsep.join([str(ROOT / "core"), str(ROOT)])
        self.process = subprocess.Popen(
            [sys.executable, "-m", "server.serve", str(self.port)],
            cwd=ROOT,
            env={
                **os.environ,
                "OAKSPIN_DATA": str(data),
                "PYTHONPATH": paths,
                "DJANGO_SETTINGS_MODULE": "server.settings",
            },
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
        )
        self.token = self._token()

    def _token(self) -> str:
        for _ in range(3000):
            try:
                connection = self.connect()
                connection.request("GET", "/")
                answer = connection.getresponse()
                answer.read()
                cookie = answer.headers["Set-Cookie"]
                connection.close()
                return str(cookie.split("csrftoken=")[1].split(";")[0])
            except OSError:
                assert self.process.poll() is None, "the server ended by itself"
                time.sleep(0.1)
        raise AssertionError("the server did not come up")

    def connect(self) -> http.client.HTTPConnection:
        """A connection that is kept for several requests."""
        return http.client.HTTPConnection("127.0.0.1", self.port, timeout=60)

    def ask(self, connection: http.client.HTTPConnection, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        """One request of the API on a kept connection."""
        headers = {"X-CSRFToken": self.token, "Cookie": f"csrftoken={self.token}", "Content-Type": "application/json"}
        connection.request(method, f"/api/{path}", json.dumps(body) if body is not None else None, headers)
        answer = connection.getresponse()
        content = answer.read()
        return answer.status, json.loads(content) if content else None

    def kill(self) -> None:
        """As when the power fails."""
        if self.process.poll() is None:
            self.process.send_signal(signal.SIGKILL)
        self.process.wait()


def family(pid: int) -> set[int]:
    """All processes below one."""
    parents = {}
    for folder in Path("/proc").glob("[0-9]*"):
        try:
            parents[int(folder.name)] = int((folder / "stat").read_text(encoding="utf-8").rsplit(")", 1)[1].split()[1])
        except (FileNotFoundError, ProcessLookupError):
            continue
    below, found = {pid}, set[int]()
    while below:
        below = {child for child, parent in parents.items() if parent in below}
        found |= below
    return found
