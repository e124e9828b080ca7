"""What ./oak says on the command line."""

from __future__ import annotations

import json
import os
import socket
import subprocess
import sys
from pathlib import Path

import pytest

from runner import environment, serving
from runner.environment import Trouble, stale

ROOT = Path(__file__).resolve().parents[2]
PATHS = {**os.environ, "PYTHONPATH": os.pathsep.join([str(ROOT / "core"), str(ROOT)])}


def evaluate(*words: str, cwd: Path = ROOT) -> subprocess.CompletedProcess[str]:
    command = [sys.executable, "-m", "runner.evaluate_file", *words]
    return subprocess.run(command, cwd=cwd, env=PATHS, capture_output=True, text=True, check=False)


def test_evaluate_prints_one_json_report() -> None:
    run = evaluate("demo/lantern.oak.json")
    assert run.returncode == 0
    answer = json.loads(run.stdout)
    assert (answer["kind"], answer["direction"], len(answer["links"])) == ("frame", "clockwise", 8)


def test_sentences_are_reported_once_with_how_often_and_the_same_for_the_same_seed() -> None:
    command = [sys.executable, "-m", "runner.sentences", "--designs", "7", "--no-advice"]
    first, again = (
        subprocess.run(command, cwd=ROOT, env=PATHS, capture_output=True, text=True, check=True) for _ in range(2)
    )
    assert first.stdout == again.stdout
    places = [line for line in first.stdout.splitlines() if line and not line.startswith(" ")]
    assert {"HEADLINE", "CAUTION", "CHECK", "FIRST RUN, FLICK"} <= set(places)
    headlines = first.stdout.split("\nHEADLINE\n")[1].split("\n\n")[0].splitlines()
    assert sum(int(line.split()[0]) for line in headlines) == 7


@pytest.mark.parametrize(
    ("text", "lines"),
    [("{", ["/: got", "cut off or damaged"]), ('{"format": "oakspin.design", "version": 1, "title": "x"}', ["/design: got nothing"]),
     (None, ["a file that can be read"])],
)  # fmt: skip
def test_evaluate_answers_a_bad_file_with_lines_and_status_2(
    tmp_path: Path, text: str | None, lines: list[str]
) -> None:
    file = tmp_path / "bad.oak.json"
    if text is not None:
        file.write_text(text)
    run = evaluate(str(file))
    assert run.returncode == 2
    assert run.stdout == ""
    assert "Traceback" not in run.stderr
    assert all(line in run.stderr for line in lines)


def test_a_taken_port_is_reported_with_another_one_to_try() -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        with pytest.raises(Trouble, match=f"Port {port} is taken.*--port {port + 1}"):
            serving.start(["--port", str(port)])


def test_a_number_that_is_no_port_is_reported() -> None:
    with pytest.raises(Trouble, match="70000 is no port"):
        serving.start(["--port", "70000"])


def test_fresh_moves_the_user_s_data_aside_and_never_deletes_it(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    data = tmp_path / "data"
    monkeypatch.setenv("OAKSPIN_DATA", str(data))
    for number in (1, 2):
        data.mkdir()
        (data / "oakspin.sqlite3").write_text(f"kept {number}")
        assert serving._put_aside(sure=True)
    assert not data.exists()
    assert (tmp_path / "data-before-1" / "oakspin.sqlite3").read_text() == "kept 1"
    assert (tmp_path / "data-before-2" / "oakspin.sqlite3").read_text() == "kept 2"


def test_fresh_without_an_answer_changes_nothing(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("OAKSPIN_DATA", str(tmp_path))
    monkeypatch.setattr("builtins.input", lambda _: "")
    (tmp_path / "oakspin.sqlite3").write_text("kept")
    assert not serving._put_aside(sure=False)
    assert (tmp_path / "oakspin.sqlite3").is_file()


def test_a_set_up_step_runs_again_only_when_its_source_changed(tmp_path: Path) -> None:
    stamp = tmp_path / "stamp"
    assert stale(stamp, "a")
    stamp.write_text("a")
    assert not stale(stamp, "a")
    assert stale(stamp, "b")


@pytest.fixture
def checkout(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """An empty checkout in which the runner believes to be."""
    for name in ("bin", "requirements", "web"):
        (tmp_path / name).mkdir()
    monkeypatch.setattr(environment, "ROOT", tmp_path)
    monkeypatch.setattr(environment, "WEB", tmp_path / "web")
    monkeypatch.setattr(environment, "VENV", tmp_path / ".venv")
    monkeypatch.setattr(environment, "PYTHON", tmp_path / ".venv" / "bin" / "python")
    monkeypatch.setenv("PATH", str(tmp_path / "bin"))
    return tmp_path


def program(path: Path, says: str) -> None:
    path.write_text(f"#!/bin/sh\n{says}\n")
    path.chmod(0o755)


@pytest.mark.parametrize(
    ("node", "npm", "reply"),
    [(None, None, "install nodejs and npm"), ("echo v20.1.0", None, "install nodejs and npm"),
     ("exit 3", "exit 0", "does not run: install nodejs anew"), ("echo v18.2.0", "exit 0", "this is v18.2.0: install a newer"),
     ("echo v20.1.0", "echo no network; exit 1", "connect to the network once")],
)  # fmt: skip
def test_each_broken_state_of_node_is_reported_with_what_mends_it(
    checkout: Path, node: str | None, npm: str | None, reply: str
) -> None:
    (checkout / "web" / "package-lock.json").write_text("{}")
    for name, says in (("node", node), ("npm", npm)):
        if says:
            program(checkout / "bin" / name, says)
    with pytest.raises(Trouble, match=reply):
        environment.node_modules()


def test_a_foreign_folder_in_the_place_of_the_environment_is_left_alone(checkout: Path) -> None:
    (checkout / ".venv").mkdir()
    (checkout / ".venv" / "precious").write_text("mine")
    with pytest.raises(Trouble, match="move it away"):
        environment._usable()
    assert (checkout / ".venv" / "precious").read_text() == "mine"


def test_an_environment_without_its_python_or_a_package_is_not_taken_for_whole(checkout: Path) -> None:
    (checkout / ".venv" / "bin").mkdir(parents=True)
    (checkout / ".venv" / "pyvenv.cfg").write_text("")
    assert not environment._usable()
    (checkout / ".venv" / "bin" / "python").symlink_to(checkout / "gone")
    assert not environment._usable()
    listed = checkout / "requirements" / "run.txt"
    listed.write_text(
        "left_out==1.0 \\\n    --hash=sha256:0\nkept.whole==2 \\\nelsewhere==3 ; sys_platform == 'win32' \\\n"
    )
    (checkout / ".venv/lib/python3.11/site-packages/Kept_Whole-2.dist-info").mkdir(parents=True)
    assert environment._missing(listed) == ["left_out"]


def test_pages_of_which_a_file_is_missing_are_built_again(tmp_path: Path) -> None:
    assert not environment._pages_are_whole(tmp_path)
    (tmp_path / "assets").mkdir()
    (tmp_path / "index.html").write_text('<script src="/assets/a.js"></script><link href="/assets/a.css">')
    (tmp_path / "assets" / "a.js").write_text("")
    assert not environment._pages_are_whole(tmp_path)
    (tmp_path / "assets" / "a.css").write_text("")
    assert environment._pages_are_whole(tmp_path)


def command(module: str, *words: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [sys.executable, "-m", f"runner.{module}", *words],
        cwd=ROOT,
        env=PATHS,
        capture_output=True,
        text=True,
        check=False,
    )


def test_a_rig_s_trials_teach_by_the_command_line_alone(tmp_path: Path) -> None:
    request = ("demo/lantern.oak.json", "--seed", "5", "--trials", "3", "--csv")
    made, again = command("rig_file", *request), command("rig_file", *request)
    assert made.returncode == 0
    assert made.stdout == again.stdout
    assert len(made.stdout.splitlines()) == 4
    table = tmp_path / "trials.csv"
    table.write_text(made.stdout)
    plain, learned = evaluate("demo/lantern.oak.json"), command("learn_file", "demo/lantern.oak.json", str(table))
    assert learned.returncode == 0, learned.stderr
    before, after = json.loads(plain.stdout), json.loads(learned.stdout)
    assert set(before) | {"learned"} == set(after)
    low, high = after["figures"]["speed"]["band"]
    was_low, was_high = before["figures"]["speed"]["band"]
    assert high - low < 0.8 * (was_high - was_low)
    assert after["learned"]["which"] == "again"
    assert after["learned"]["trials"] == 3
    assert {"rows", "things", "next", "odd", "what"} <= set(after["learned"])


@pytest.mark.parametrize(
    ("module", "words", "reply"),
    [
        ("rig_file", ("demo/lantern.oak.json", "--trials", "0", "--csv"), "--trials from 1"),
        ("rig_file", ("nothing.oak.json", "--csv"), "a file that can be read"),
        ("learn_file", ("demo/lantern.oak.json",), "usage: ./oak learn"),
        ("learn_file", ("demo/lantern.oak.json", "nothing.csv"), "a file that can be read"),
        ("learn_file", ("demo/lantern.oak.json", "demo/lantern.oak.json"), "columns among"),
    ],
)
def test_what_these_commands_cannot_do_is_reported_with_status_2(
    module: str, words: tuple[str, ...], reply: str
) -> None:
    run = command(module, *words)
    assert run.returncode == 2
    assert reply in run.stderr
    assert run.stdout == ""


def test_a_reader_that_has_read_enough_is_no_fault() -> None:
    command = [sys.executable, "-m", "runner.evaluate_file", str(ROOT / "demo" / "lantern.oak.json")]
    with subprocess.Popen(command, cwd=ROOT, env=PATHS, stdout=subprocess.PIPE, stderr=subprocess.PIPE) as running:
        assert running.stdout is not None
        assert running.stderr is not None
        running.stdout.close()
        reply = running.stderr.read().decode()
    assert (running.returncode, reply) == (0, "")
