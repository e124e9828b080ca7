"""The installed program: one file, a fresh environment, no Node; and the start files that find Python."""

from __future__ import annotations

import http.client
import json
import os
import shutil
import socket
import subprocess
import sys
import time
from pathlib import Path

import pytest

from oakspin.version import VERSION
from runner import packaging
from runner.environment import PYTHON, ROOT
from runner.samples import sample

START = ROOT / "start"


@pytest.fixture(scope="module")
def installed(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A fresh environment with the wheel in it; its folder also holds the wheel and the start files."""
    folder = tmp_path_factory.mktemp("wheel")
    made = packaging.built(folder)
    uv = [str(PYTHON), "-m", "uv"]
    subprocess.run([*uv, "venv", "--quiet", "--python", sys.executable, str(folder / "venv")], check=True)
    install = [*uv, "pip", "install", "--quiet", "--python", str(folder / "venv" / "bin" / "python"), str(made)]
    subprocess.run(install, check=True)
    return folder


def alone(folder: Path, home: Path) -> dict[str, str]:
    """An environment that knows the fresh Python and nothing of the checkout."""
    return {"PATH": f"{folder / 'venv' / 'bin'}:/usr/bin:/bin", "HOME": str(home), "LANG": "C.UTF-8"}


def run(folder: Path, home: Path, *words: str) -> subprocess.CompletedProcess[str]:
    command = [str(folder / "venv" / "bin" / "oak-spin"), *words]
    return subprocess.run(
        command, cwd=home, env=alone(folder, home), capture_output=True, text=True, check=False, timeout=120
    )


def ask(port: int, method: str, path: str, body: object = None, token: str = "") -> tuple[int, bytes, str]:
    wire = http.client.HTTPConnection("127.0.0.1", port, timeout=60)
    headers = {"X-CSRFToken": token, "Cookie": f"csrftoken={token}", "Content-Type": "application/json"}
    wire.request(method, path, json.dumps(body) if body else None, headers if token else {})
    answer = wire.getresponse()
    reply = answer.status, answer.read(), answer.headers.get("Set-Cookie", "")
    wire.close()
    return reply


@pytest.mark.slow
def test_the_wheel_serves_the_same_app_from_a_fresh_environment(installed: Path, tmp_path: Path) -> None:
    assert run(installed, tmp_path, "--version").stdout.strip() == f"Oak Spin {VERSION}"
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    command = [str(installed / "venv" / "bin" / "oak-spin"), "--port", str(port), "--no-browser"]
    serving = subprocess.Popen(command, cwd=tmp_path, env=alone(installed, tmp_path), stdout=subprocess.PIPE, text=True)
    assert serving.stdout
    try:
        kept = Path(serving.stdout.readline().removeprefix("Your motors are kept in ").strip())
        assert kept.is_relative_to(tmp_path)
        assert f"http://127.0.0.1:{port}/" in serving.stdout.readline()
        status, page, cookie = ask(port, "GET", "/")
        assert (status, b'<div id="root">' in page) == (200, True)
        script = page.decode().split('src="')[1].split('"')[0]
        assert ask(port, "GET", script)[0] == 200
        token = cookie.split("csrftoken=")[1].split(";")[0]
        design = sample("lantern").model_dump(mode="json")
        for path in ("look", "spin"):  # in the server itself, and in a worker
            body = {"design": design} if path == "look" else design
            assert ask(port, "POST", f"/api/{path}", body, token)[0] == 200
        assert len(json.loads(ask(port, "GET", "/api/shelf")[1])["motors"]) == 16
        assert json.loads(ask(port, "GET", "/api/about")[1]) == {"version": VERSION}
        again = run(installed, tmp_path, "--no-browser")
        assert (again.returncode, again.stdout.strip()) == (0, f"Oak Spin is running already: http://127.0.0.1:{port}/")
    finally:
        serving.terminate()
        serving.wait(30)
        serving.stdout.close()
    put_back = run(installed, tmp_path, "restore", "--yes", f"{time.strftime('%Y-%m-%d')}")
    assert "16 motors, 0 trials" in put_back.stdout
    assert (kept / "before-restore-1.sqlite3").is_file()
    assert not (installed / "venv" / "lib" / "python3.11" / "site-packages" / "server").exists()


@pytest.mark.slow
def test_the_core_is_imported_beside_the_program(installed: Path, tmp_path: Path) -> None:
    code = "import oakspin; print(oakspin.evaluate(oakspin.design_from({'kind': 'frame'})).kind)"
    command = [str(installed / "venv" / "bin" / "python"), "-c", code]
    ran = subprocess.run(
        command, cwd=tmp_path, env=alone(installed, tmp_path), capture_output=True, text=True, check=True
    )
    assert ran.stdout.strip() == "frame"


@pytest.mark.slow
def test_the_start_file_starts_the_wheel_that_lies_beside_it(installed: Path, tmp_path: Path) -> None:
    (wheel,) = installed.glob("*.whl")
    mark = f"{wheel.name} {wheel.stat().st_size} {sys.version_info[:2]}"
    (installed / "venv" / "installed").write_text(mark, encoding="utf-8")
    environment = {**alone(installed, tmp_path), "OAKSPIN_PROGRAM": str(installed / "venv")}
    started = subprocess.run(
        ["/bin/sh", str(installed / "oak-spin.sh"), "--version"],
        env=environment,
        stdin=subprocess.DEVNULL,
        capture_output=True,
        text=True,
        check=False,
    )
    assert (started.returncode, started.stdout.strip()) == (0, f"Oak Spin {VERSION}")


def start(folder: Path, path: str) -> subprocess.CompletedProcess[str]:
    command = ["/bin/sh", str(folder / "oak-spin.sh")]
    environment = {"PATH": path, "HOME": str(folder)}
    return subprocess.run(
        command, env=environment, stdin=subprocess.DEVNULL, capture_output=True, text=True, check=False
    )


def test_a_start_file_says_what_is_missing(tmp_path: Path) -> None:
    for file in START.iterdir():
        shutil.copy2(file, tmp_path)
    tools = tmp_path / "tools"
    tools.mkdir()
    (tools / "dirname").symlink_to(shutil.which("dirname") or "")
    found = start(tmp_path, str(tools))
    assert (found.returncode, "needs Python 3.11 or newer, and found none" in found.stdout) == (1, True)
    (tools / "python3").write_text("#!/bin/sh\nexit 1\n")  # one that is too old says so
    (tools / "python3").chmod(0o755)
    assert "found none" in start(tmp_path, str(tools)).stdout
    (tools / "python3").unlink()
    (tools / "python3").symlink_to(sys.executable)
    (tmp_path / "alone").mkdir()
    for file in START.iterdir():
        shutil.copy2(file, tmp_path / "alone")
    assert "Save it there, beside this file" in start(tmp_path / "alone", str(tools)).stdout


def test_the_start_file_of_windows_finds_python_or_says_what_is_missing() -> None:
    text = (START / "Oak Spin.bat").read_bytes()
    assert text.count(b"\r\n") == text.count(b"\n")
    assert all(word in text for word in (b"py -3", b"found none", b"pause", b'"%~dp0start.py" %*'))


@pytest.mark.parametrize("name", ["oak-spin.sh", "Oak Spin.command"])
def test_start_files_can_be_run(name: str) -> None:
    assert os.access(START / name, os.X_OK)
