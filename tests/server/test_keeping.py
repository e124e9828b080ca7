"""The data folder: one server at a time, private, with copies that come back whole."""

from __future__ import annotations

import os
import sqlite3
import subprocess
import sys
from contextlib import closing
from datetime import date, timedelta
from pathlib import Path

import pytest

from runner import serving
from runner.environment import Trouble, process_environment
from runner.live_server import ROOT, LiveServer
from server.keeping import copies, folder, lock
from server.keeping.restoring import Refused, restore

TODAY = date(2026, 11, 26)
SCHEMA = """
PRAGMA journal_mode=WAL;
CREATE TABLE shelf_demonstration (id INTEGER PRIMARY KEY, title TEXT);
CREATE TABLE trials_trial (id INTEGER PRIMARY KEY, of INTEGER REFERENCES shelf_demonstration);
"""


@pytest.fixture
def data(tmp_path: Path) -> Path:
    """A folder with a database of one motor."""
    with closing(sqlite3.connect(tmp_path / folder.DATABASE)) as database:
        database.executescript(SCHEMA + "INSERT INTO shelf_demonstration VALUES (1, 'Lantern');")
    return tmp_path


def write(data: Path, title: str) -> None:
    with closing(sqlite3.connect(data / folder.DATABASE)) as database, database:
        database.execute("INSERT INTO shelf_demonstration (title) VALUES (?)", (title,))


def titles(path: Path) -> list[str]:
    with closing(sqlite3.connect(path)) as database:
        return [row[0] for row in database.execute("SELECT title FROM shelf_demonstration ORDER BY id")]


def damage(path: Path) -> None:
    raw = bytearray(path.read_bytes())
    raw[4096:8192] = b"\xff" * 4096
    path.write_bytes(bytes(raw))


def test_a_copy_a_day_seven_are_kept_and_those_before_changes_apart(data: Path) -> None:
    assert copies.copy_before(data, "shelf-0009") is not None
    for day in range(10):
        made = copies.copy_of_the_day(data, TODAY + timedelta(day))
        assert made is not None
        os.utime(made, (day * 86_400, day * 86_400))
        assert copies.copy_of_the_day(data, TODAY + timedelta(day)) is None
    names = {copy.name for copy in copies.copies(data)}
    assert len(names) == copies.KEPT + 1
    assert f"{TODAY + timedelta(9)}" in names
    assert f"{TODAY}" not in names
    assert [(copy.motors, copy.trials) for copy in copies.copies(data)] == [(1, 0)] * 8


def test_a_copy_holds_what_was_written_and_is_private_and_whole_by_itself(data: Path) -> None:
    with closing(sqlite3.connect(data / folder.DATABASE)) as open_writer:
        open_writer.execute("INSERT INTO shelf_demonstration (title) VALUES ('Beacon')")
        open_writer.commit()  # it stands in the write-ahead log alone
        made = copies.copy_of_the_day(data)
    assert made is not None
    assert titles(made) == ["Lantern", "Beacon"]
    assert [path.name for path in made.parent.iterdir()] == [made.name]
    assert made.stat().st_mode & 0o077 == 0


def test_a_damaged_database_is_never_copied_and_a_damaged_copy_never_offered(data: Path) -> None:
    made = copies.copy_of_the_day(data)
    assert made is not None
    damage(made)
    assert copies.copies(data) == []
    with closing(sqlite3.connect(data / folder.DATABASE)) as database:
        database.execute("PRAGMA journal_mode=DELETE")
    damage(data / folder.DATABASE)
    with pytest.raises(copies.Damaged, match="sqlite3"):
        copies.copy_before(data, "x")
    assert list(made.parent.iterdir()) == [made]


def test_a_link_to_nothing_counts_as_damage(data: Path) -> None:
    with closing(sqlite3.connect(data / folder.DATABASE)) as database, database:
        database.execute("INSERT INTO trials_trial VALUES (1, 77)")
    with pytest.raises(copies.Damaged, match="a link to nothing in trials_trial"):
        copies.copy_of_the_day(data)


def test_a_copy_put_back_shows_what_was_and_keeps_what_is(data: Path, capsys: pytest.CaptureFixture[str]) -> None:
    copies.copy_of_the_day(data, TODAY)
    write(data, "Beacon")
    assert restore([f"{TODAY}"], data, lambda _: "n") == 1
    assert titles(data / folder.DATABASE) == ["Lantern", "Beacon"]
    assert restore([], data, _answers("", "y")) == 0
    assert titles(data / folder.DATABASE) == ["Lantern"]
    assert titles(data / "before-restore-1.sqlite3") == ["Lantern", "Beacon"]
    assert restore([f"{TODAY}", "--yes"], data) == 0
    assert titles(data / "before-restore-2.sqlite3") == ["Lantern"]
    assert "1 motor, 0 trials" in capsys.readouterr().out


def _answers(*words: str):  # type: ignore[no-untyped-def]
    left = iter(words)
    return lambda _: next(left)


def test_nothing_is_put_back_under_a_running_server_or_from_no_copy(data: Path) -> None:
    with pytest.raises(Refused, match="no whole copy in"):
        restore(["--yes"], data)
    copies.copy_of_the_day(data, TODAY)
    with pytest.raises(Refused, match="named yesterday"):
        restore(["yesterday", "--yes"], data)
    with lock.held(data, "http://127.0.0.1:1/"), pytest.raises(Refused, match=r"http://127\.0\.0\.1:1/"):
        restore([f"{TODAY}", "--yes"], data)
    assert not (data / "before-restore-1.sqlite3").exists()


def test_a_lock_tells_who_holds_it_and_ends_with_its_block(data: Path) -> None:
    with lock.held(data, "http://127.0.0.1:8765/"):
        with pytest.raises(lock.InUse, match=rf"8765/ \(process {os.getpid()}\)"), lock.held(data, "second"):
            pass
        with pytest.raises(lock.InUse, match="8765"), lock.held(data, "third"):
            pass
    with lock.held(data, "fourth"):
        pass


def test_the_folder_is_made_private_and_a_shared_one_is_left(data: Path, tmp_path: Path) -> None:
    data.chmod(0o755)
    (data / folder.DATABASE).chmod(0o644)
    folder.private(data)
    assert data.stat().st_mode & 0o777 == 0o700
    assert (data / folder.DATABASE).stat().st_mode & 0o077 == 0
    shared = tmp_path / "shared"
    shared.mkdir(mode=0o755)
    folder.private(shared)
    assert shared.stat().st_mode & 0o777 == 0o755
    folder.private(tmp_path / "new")
    assert (tmp_path / "new").stat().st_mode & 0o777 == 0o700


def test_a_damaged_secret_is_made_anew(tmp_path: Path) -> None:
    (tmp_path / folder.SECRET).write_bytes(b"\xff\xfe short")
    fresh = folder.secret_in(tmp_path)
    assert len(fresh) > 40
    assert folder.secret_in(tmp_path) == fresh


def test_a_relative_folder_is_meant_from_where_the_command_is_given(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.chdir(tmp_path)
    monkeypatch.setenv("OAKSPIN_DATA", "mine")
    assert process_environment()["OAKSPIN_DATA"] == str(tmp_path / "mine")


def test_fresh_and_restore_leave_the_data_of_a_running_server_alone(
    data: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("OAKSPIN_DATA", str(data))
    copies.copy_of_the_day(data, TODAY)
    with lock.held(data, "http://127.0.0.1:8765/"):
        for command in (lambda: serving._put_aside(sure=True), lambda: serving.restore([f"{TODAY}", "--yes"])):
            with pytest.raises(Trouble, match=r"Nothing was changed.*127\.0\.0\.1:8765"):
                command()
    assert titles(data / folder.DATABASE) == ["Lantern"]


def serve(data: Path, port: int = 1) -> subprocess.CompletedProcess[str]:
    """A server that is expected to say no."""
    environment = {**process_environment(), "OAKSPIN_DATA": str(data)}
    command = [sys.executable, "-m", "server.serve", str(port)]
    return subprocess.run(command, cwd=ROOT, env=environment, capture_output=True, text=True, check=False, timeout=60)


@pytest.mark.slow
def test_a_second_server_is_reported_where_the_first_is_and_a_copy_was_made(tmp_path: Path) -> None:
    first = LiveServer(tmp_path)
    try:
        second = serve(tmp_path)
        assert second.returncode == 1
        assert f"http://127.0.0.1:{first.port}/ (process {first.process.pid})" in second.stderr
    finally:
        first.kill()
    (copy,) = copies.copies(tmp_path)
    assert (copy.name, copy.motors) == (f"{date.today()}", 16)
    assert tmp_path.joinpath(folder.DATABASE).stat().st_mode & 0o077 == 0


@pytest.mark.slow
def test_what_cannot_be_served_is_reported_with_what_to_do(tmp_path: Path) -> None:
    ruined = tmp_path / "ruined"
    ruined.mkdir()
    (ruined / folder.DATABASE).write_bytes(b"no database at all, but long enough to be read as one" * 100)
    before = (ruined / folder.DATABASE).read_bytes()
    answer = serve(ruined)
    assert "./oak restore" in answer.stderr
    assert (ruined / folder.DATABASE).read_bytes() == before
    (tmp_path / "file").write_text("in the way")
    answer = serve(tmp_path / "file")
    assert (answer.returncode, "OAKSPIN_DATA" in answer.stderr) == (1, True)
    assert "Traceback" not in answer.stderr
