"""Turns by ear and by eye: the browser's own fake microphone and camera play what a rig sounds and looks like."""

from __future__ import annotations

import wave
from collections.abc import Callable, Iterator
from pathlib import Path

import numpy as np
import pytest
from playwright.sync_api import Browser, Page, Playwright, expect

from oakspin.rig.rig import heard
from runner.browser import CHROMIUM, FLAGS
from tests.browser.conftest import faults_of_access

At = Callable[[str], str]
Motor = Callable[..., str]
MOTOR, TURNS_PER_S, PULSES = "crane-motor", 21.0, 2
SLOW_TURNS_PER_S, RATE = 3.3, 30
WIDTH, HEIGHT = 160, 120


@pytest.fixture(scope="module")
def sound(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Half a minute of a rig's sound, as a WAV file."""
    samples = heard(TURNS_PER_S, PULSES, 30.0, 48_000, 15.0, np.random.default_rng(3))
    file = tmp_path_factory.mktemp("sound") / "rig.wav"
    with wave.Wave_write(str(file)) as out:
        out.setparams((1, 2, 48_000, 0, "NONE", ""))
        out.writeframes((samples * 30_000).astype("<i2").tobytes())
    return file


@pytest.fixture(scope="module")
def film(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Ten seconds of a bright picture, over whose middle a dark mark passes once a turn."""
    file = tmp_path_factory.mktemp("film") / "rig.y4m"
    gray = np.full(WIDTH * HEIGHT // 2, 128, np.uint8).tobytes()
    with file.open("wb") as out:
        out.write(f"YUV4MPEG2 W{WIDTH} H{HEIGHT} F{RATE}:1 Ip A1:1 C420jpeg\n".encode())
        for number in range(10 * RATE):
            picture = np.full((HEIGHT, WIDTH), 210, np.uint8)
            if np.mod(SLOW_TURNS_PER_S * number / RATE, 1) < 0.3:
                picture[40:80, 60:100] = 60
            out.write(b"FRAME\n" + picture.tobytes() + gray)
    return file


@pytest.fixture
def with_devices(playwright: Playwright, sound: Path, film: Path) -> Iterator[Browser]:
    """A browser whose microphone and camera play the rig."""
    played = [f"--use-file-for-fake-audio-capture={sound}", f"--use-file-for-fake-video-capture={film}"]
    fakes = ["--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream", *played]
    browser = playwright.chromium.launch(executable_path=CHROMIUM, args=[*FLAGS, *fakes])
    yield browser
    browser.close()


def opened(browser: Browser, address: str) -> Page:
    page = browser.new_page(viewport={"width": 1280, "height": 800})
    page.goto(address)
    return page


def taken(page: Page, near: float) -> float:
    """Presses the choice that is nearest to what is true; gives the turns a minute that the trial then holds."""
    answer = page.get_by_role("group", name="What the recording tells")
    expect(answer).to_be_visible(timeout=30_000)
    presses = answer.get_by_role("button", name="Take")
    figures = [float(text.split()[0].replace(",", "")) for text in presses.all_inner_texts()]
    assert figures, answer.inner_text()
    presses.nth(min(range(len(figures)), key=lambda at: abs(figures[at] - near))).click()
    return float(page.get_by_label("Turns a minute, by an instrument").input_value())


def test_a_motor_is_heard_taken_and_kept_with_its_trial(with_devices: Browser, at: At, motor: Motor) -> None:
    page = opened(with_devices, at(f"/motor/{motor(MOTOR)}/run"))
    page.get_by_role("button", name="its sound").click()
    page.get_by_role("button", name="Listen for").click()
    expect(page.get_by_text("Listening …")).to_be_visible()
    turns = taken(page, 60 * TURNS_PER_S)
    assert turns == pytest.approx(60 * TURNS_PER_S, rel=0.01)
    page.get_by_role("button", name="Record: keep it").click()
    expect(page.get_by_text("A recording of 4 s (loudness) goes with this trial.")).to_be_visible()
    page.get_by_label("Group").first.fill("Tern")
    page.get_by_role("button", name="Log the trial").click()
    link = page.get_by_role("region", name="Logged trials").get_by_role("link", name="Recording")
    expect(link).to_be_visible()
    expect(page.get_by_text("goes with this trial")).to_have_count(0)
    kept = page.request.get(at(link.get_attribute("href") or ""))
    assert kept.text().startswith("seconds,quantity,value,unit\n0,loudness,")


def test_a_file_of_sound_and_a_kept_recording_are_read(page: Page, at: At, motor: Motor, sound: Path, tmp_path: Path) -> None:  # fmt: skip
    page.goto(at(f"/motor/{motor(MOTOR)}/run"))
    page.get_by_role("button", name="its sound").click()
    zone = page.locator("[data-rac]").filter(has=page.get_by_role("button", name="Listen for")).first
    with page.expect_file_chooser() as chooser:
        zone.get_by_role("button", name="Choose a sound file").click()
    chooser.value.set_files(sound)
    assert taken(page, 60 * TURNS_PER_S) == pytest.approx(60 * TURNS_PER_S, rel=0.01)
    with page.expect_file_chooser() as chooser:
        zone.get_by_role("button", name="Choose a sound file").click()
    wrong = tmp_path / "wrong.csv"
    wrong.write_text("seconds,quantity,value,unit\n0,smell,1,1\n")
    chooser.value.set_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("'smell' is not a quantity")
    assert faults_of_access(page) == []


def test_a_mark_is_counted_on_film_and_the_square_goes_by_keys(with_devices: Browser, at: At, motor: Motor) -> None:
    page = opened(with_devices, at(f"/motor/{motor('lantern')}/run"))
    page.get_by_role("button", name="a film").click()
    page.get_by_role("button", name="Use the camera").click()
    square = page.get_by_role("img", name="Square at 50 % across")
    expect(square).to_be_visible()
    square.focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("img", name="Square at 52 % across")).to_be_visible()
    assert faults_of_access(page) == []
    page.get_by_role("button", name="Count the turns").click()
    expect(page.get_by_text("Watching …")).to_be_visible()
    # The browser plays its make-believe camera in real time: on a busy machine it plays late, never early.
    assert 0.5 < taken(page, 60 * SLOW_TURNS_PER_S) / (60 * SLOW_TURNS_PER_S) < 1.03


# Five seconds that a browser recorded of a drawing, 30 frames a second: recorded anew in each run, a busy machine left
# frames out.
FILM = Path(__file__).with_name("marked_disc.webm")


def test_a_film_from_a_file_is_counted(page: Page, at: At, motor: Motor) -> None:
    page.goto(at(f"/motor/{motor('lantern')}/run"))
    page.get_by_role("button", name="a film").click()
    with page.expect_file_chooser() as chooser:
        page.get_by_role("button", name="Choose a film").click()
    chooser.value.set_files(FILM)
    page.get_by_label("Frames a second, if filmed in slow motion").fill("x")
    expect(page.get_by_text("A number such as 240.")).to_be_visible()
    page.get_by_label("Frames a second, if filmed in slow motion").fill("")
    page.get_by_role("button", name="Count the turns").click()
    assert taken(page, 60 * SLOW_TURNS_PER_S) == pytest.approx(60 * SLOW_TURNS_PER_S, rel=0.05)
