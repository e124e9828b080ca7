"""The page itself, what is missing without it, and the data's own ground."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import Client

from server import page, places
from server.checks import front_end_is_built
from server.shelf.actions import load_samples, shelf

FILES = sorted(places.DEMO.glob("*.oak.json"))


def test_without_a_built_front_end_the_page_and_the_check_name_the_command(
    monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    monkeypatch.setattr(page, "BUILT", tmp_path / "index.html")
    monkeypatch.setattr("server.checks.BUILT", tmp_path / "index.html")
    answer = Client().get("/")
    assert answer.status_code == 503
    assert "./oak start" in answer.content.decode()
    (warning,) = front_end_is_built()
    assert (warning.id, "./oak start" in (warning.hint or "")) == ("oakspin.W001", True)


def test_every_address_gives_the_page_and_none_of_the_api_s_does(db: None) -> None:
    for path in ("/", "/motor/abc", "/motor/abc/tune", "/motor/abc/print/key"):
        assert b'<div id="root">' in Client().get(path).content
    assert Client().get("/api/nothing").status_code == 404
    assert Client().post("/").status_code == 405


def test_the_server_s_secret_is_made_once_and_kept_to_its_user(monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> None:
    monkeypatch.setattr(places, "DATA", tmp_path / "data")
    first = places.secret_key()
    assert places.secret_key() == first
    assert len(first) > 40
    assert (tmp_path / "data" / "secret").stat().st_mode & 0o077 == 0


def test_the_sample_world_loads_whole(db: None) -> None:
    assert load_samples(places.DEMO) == len(FILES)
    titles = {json.loads(file.read_bytes())["title"] for file in FILES}
    assert {motor.head.title for motor in shelf() if motor.head} == titles > {"Carousel", "Channel buoy", "Lantern"}


def test_a_damaged_sample_loads_none(db: None, tmp_path: Path) -> None:
    (tmp_path / "a.oak.json").write_bytes((places.DEMO / "lantern.oak.json").read_bytes())
    (tmp_path / "b.oak.json").write_text("{")
    with pytest.raises(Exception, match="cut off or damaged"):
        load_samples(tmp_path)
    assert shelf() == []


def test_the_command_says_how_many_came(db: None, capsys: pytest.CaptureFixture[str]) -> None:
    call_command("load_samples")
    assert f"{len(FILES)} sample demonstrations" in capsys.readouterr().out


@pytest.mark.django_db(transaction=True)
def test_migrations_can_be_undone_and_done_again_with_data_in_place() -> None:
    load_samples(places.DEMO)
    for targets in ([("trials", None), ("shelf", "0001_demonstrations_and_revisions")], None):
        executor = MigrationExecutor(connection)
        executor.migrate(targets or executor.loader.graph.leaf_nodes())
    assert len(shelf()) == len(FILES)


def test_the_database_writes_ahead_and_waits_for_the_disk(db: None) -> None:
    with connection.cursor() as cursor:
        answer = {
            name: cursor.execute(f"PRAGMA {name}").fetchone()[0]
            for name in ("journal_mode", "synchronous", "foreign_keys")
        }
    assert answer == {"journal_mode": "wal", "synchronous": 2, "foreign_keys": 1}
