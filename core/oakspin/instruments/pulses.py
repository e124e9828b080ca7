"""Sound and light as turns a minute: the error, and the multiples that cannot be ruled out.

A motor's contact is made and broken at certain angles, so that it clicks in a rhythm of its turns; a mark on it passes
a camera once a turn. The rhythm is looked for among the waves of the loudness: a comb at a rate and its multiples. A
comb at half the rate holds the same waves and empty teeth between them, one at twice the rate leaves waves out; which
of them it is, is weighed with what is predicted, and all that stay possible are told.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from oakspin.constants import TENTH
from oakspin.draws import Array

LOUDNESS_RATE = 2000.0  # per s, to which sound is thinned out once it is rectified
SLOWEST, FASTEST = 0.5, 400.0  # pulses/s
TEETH = 8  # of a comb that are looked at
CLEAR = 3.0  # times the waves around it, from which a rhythm stands out
LIKELY = 0.015  # chance, below which a multiple is not offered
MULTIPLES = (1.0, 2.0, 0.5, 3.0, 1 / 3, 4.0, 0.25)
PARTS = ((1 / 2,), (1 / 3, 2 / 3), (1 / 4, 3 / 4))  # of a gap between two teeth
SURE_OF_PREDICTION = 1.6  # a prediction's band is taken to be so many times as wide, as a log-normal law
ALIKE = 0.4  # how likely it is that the pulses of a turn sound alike, against that they do not
OTHERWISE = 0.05  # how likely a speed far from the predicted one is, against one in its middle
ALIASED = 0.002  # the same of a film: each of its many aliases
LEAST_ERROR = 1e-3  # of the rate: clocks of phones and sound cards agree to that
LEAST_SECONDS = 1.0
ALIASES = 6  # times the frame rate up to which a film's aliases are looked for


@dataclass(frozen=True)
class Possible:
    """Turns a minute that explain what was heard or filmed, with the standard error, and how likely they are."""

    turns_per_min: float
    error: float
    chance: float


@dataclass(frozen=True)
class Rhythm:
    """What was found, likeliest first; none where no rhythm stands out. ``sentence`` says so, or what to mind."""

    possible: tuple[Possible, ...]
    sentence: str


def turns_of_loudness(loud: Array, rate: float, pulses: int, band: tuple[float, float, float] | None) -> Rhythm:
    """Turns a minute out of a recording.

    Parameters
    ----------
    loud : ndarray, shape (values,)
        Loudness, as :func:`loudness` gives it with its rate.
    rate : float, 1/s
    pulses : int
        How many times a turn this motor's switch breaks the current.
    band : tuple of float, or None
        Predicted turns a minute: 10th percentile, median, 90th.
    """
    if loud.size < LEAST_SECONDS * rate:
        return Rhythm((), f"Too short to tell: {loud.size / rate:.1f} s. Record two seconds or more.")
    if not np.any(loud):
        return Rhythm((), "Silence. Is the microphone on, and close to the motor?")
    # One clap does not hide a rhythm.
    loud = np.minimum(loud, np.median(loud) + 6 * np.quantile(np.abs(loud - np.median(loud)), 0.9))
    return _rhythm(loud - loud.mean(), rate, pulses, band, heard=True)


def turns_of_light(brightness: Array, rate: float, band: tuple[float, float, float] | None) -> Rhythm:
    """Turns a minute out of the brightness of a spot that a mark passes once a turn, one value a frame.

    A film shows a mark that passes more often than every second frame as slower than it is: all speeds that look so
    are offered, and it is said.
    """
    if brightness.size < 16:
        return Rhythm((), f"Too short to tell: {brightness.size} frames. Film two seconds or more.")
    if float(np.ptp(brightness)) == 0:
        return Rhythm((), "Nothing passes the square. Put it where the mark goes by.")
    found = _rhythm(brightness - brightness.mean(), rate, 1, None, heard=False)
    if not found.possible:
        return found
    first = found.possible[0]
    seen, error = first.turns_per_min / 60, first.error / 60
    rates = sorted({round(abs(fold * rate + way * seen), 9) for fold in range(ALIASES + 1) for way in (1, -1)})
    chances = np.array([_prior(60 * each, band, ALIASED) for each in rates])
    if band is None:
        chances = np.array([1.0 if each <= rate / 2 else 0.3 / (1 + each / rate) for each in rates])
    possible = _ranked(np.array(rates), np.full(len(rates), error), chances)
    slow = band is not None and band[2] / 60 > rate / 2
    if len(possible) > 1 or slow:
        words = (
            f"{rate:.0f} frames a second are too few to be sure: a faster motor looks the same. Film faster, or pick."
        )
        return Rhythm(possible, words)
    return Rhythm(possible, "One mark a turn, far below the film's own speed.")


def loudness(samples: Array, rate: float) -> tuple[Array, float]:
    """Loudness without the sound's own pitch, thinned out, shape (values,), and its rate in 1/s.

    No speech can be heard back from it.
    """
    # Slow waves of a breath or a table are not clicks.
    change = np.diff(samples, prepend=samples[:1])
    step = max(int(rate // LOUDNESS_RATE), 1)
    count = change.size // step
    return np.sqrt((change[: count * step].reshape(count, step) ** 2).mean(axis=1)), rate / step


def _rhythm(series: Array, rate: float, pulses: int, band: tuple[float, float, float] | None, *, heard: bool) -> Rhythm:
    seconds = series.size / rate
    padded = 1 << int(np.ceil(np.log2(series.size * 8)))
    power = np.asarray(np.abs(np.fft.rfft(series * np.hanning(series.size), padded)) ** 2, float)
    hertz = np.asarray(np.fft.rfftfreq(padded, 1 / rate), float)
    width = max(round(2 / seconds / hertz[1]), 1)  # of a peak, in places
    floor = float(np.median(power[hertz > SLOWEST])) + 1e-30
    level = np.log1p(power / floor)
    top = min(FASTEST, rate / 2 * 0.98)
    rates = hertz[(hertz >= max(SLOWEST, 2 / seconds)) & (hertz <= top)]
    if not rates.size:
        return Rhythm((), "Too short to tell. Record two seconds or more.")
    score = _comb(level, hertz[1], rates, width)
    if not heard:
        # The waves of a mark that passes too fast for the film are folded: only the strongest is sure to be its own.
        score = level[(hertz >= rates[0]) & (hertz <= top)]
    best = float(rates[int(np.argmax(score))])
    strength = float(score.max())
    if strength < np.log1p(CLEAR) + np.median(score):
        what = (
            "No rhythm stands out. Hold the microphone closer, and keep the room quiet."
            if heard
            else ("No rhythm stands out. Make the mark darker, and put the square where it passes.")
        )
        return Rhythm((), what)
    found, errors, chances = [], [], []
    for multiple in MULTIPLES if heard else (1.0,):
        if not rates[0] <= best * multiple <= rates[-1]:
            continue
        refined, error = _refined(power, hertz, best * multiple, width, seconds, floor, TEETH if heard else 1)
        comb = float(_comb(level, hertz[1], np.array([refined]), width)[0]) if heard else strength
        # A comb with half of its teeth empty, or with waves left out between its teeth, is that much less likely.
        fits = np.exp(3.0 * (comb - strength))
        # Pulses of a turn mostly sound unlike each other: then the turn itself is heard.
        for share, likely in ((1, 1.0), (pulses, ALIKE)) if pulses > 1 else ((1, 1.0),):
            found.append(refined / share)
            errors.append(error / share)
            chances.append(likely * fits * _prior(60 * refined / share, band))
    possible = _ranked(np.array(found), np.array(errors), np.array(chances))
    if len(possible) == 1:
        return Rhythm(possible, "One rhythm fits.")
    return Rhythm(possible, "More than one speed fits this rhythm. Pick the one that your eye tells.")


def _comb(level: Array, step: float, rates: Array, width: int) -> Array:
    """Mean level of the teeth of a comb at each rate, less the highest mean of those that part the gaps evenly.

    A comb at a multiple of the true rate leaves waves between its teeth: at the halves, thirds or quarters of the gaps.
    """
    peaks = level
    half = max(width // 2, 1)
    for shift in range(1, half + 1):
        peaks = np.maximum(peaks, np.maximum(np.roll(level, shift), np.roll(level, -shift)))
    teeth = np.arange(1, TEETH + 1)
    places = np.round(rates[:, None] * teeth / step).astype(int)
    inside = places < level.size
    count = np.maximum(inside.sum(axis=1), 1)

    def mean(fractions: tuple[float, ...]) -> Array:
        """Of the places so many shares of a gap below the teeth."""
        whole = np.zeros(rates.size)
        for share in fractions:
            at = np.round(rates[:, None] * (teeth - share) / step).astype(int)
            whole += np.where(inside, peaks[np.minimum(at, level.size - 1)], 0.0).sum(axis=1)
        return np.asarray(whole / len(fractions) / count)

    return np.asarray(mean((0.0,)) - np.max([mean(parts) for parts in PARTS], axis=0))


def _refined(
    power: Array, hertz: Array, rate: float, width: int, seconds: float, floor: float, teeth: int
) -> tuple[float, float]:
    """The rate by its highest clear tooth, and its standard error.

    Source: the least error of a frequency in noise falls as the root of the power over it, times the time heard.
    """
    best, error = rate, 1 / seconds
    for tooth in range(1, teeth + 1):
        at = round(best * tooth / hertz[1])
        low, high = max(at - width, 1), min(at + width + 1, power.size - 1)
        if high - low < 3:
            break
        peak = low + int(np.argmax(power[low:high]))
        if power[peak] < 10 * floor or not 0 < peak < power.size - 1:
            continue
        left, here, right = np.log(power[peak - 1 : peak + 2] + 1e-30)
        bend = left - 2 * here + right
        exact = (peak + (0.5 * (left - right) / bend if bend < 0 else 0.0)) * hertz[1]
        wide = float(np.sqrt(6) / (np.pi * seconds) / np.sqrt(power[peak] / floor)) / tooth
        if wide < error:
            best, error = exact / tooth, wide
    return best, float(np.hypot(error, LEAST_ERROR * best))


def _prior(turns: float, band: tuple[float, float, float] | None, otherwise: float = OTHERWISE) -> float:
    """How likely so many turns a minute are by the prediction; alike for all where there is none."""
    if band is None or band[1] <= 0:
        return 1.0
    low, middle, high = (max(value, 1e-3) for value in band)
    deviation = SURE_OF_PREDICTION * max(np.log(high / low) / (2 * TENTH), 0.05)
    off = np.log(max(turns, 1e-3) / middle) / deviation
    # A motor may always be another than thought.
    return float(np.exp(-0.5 * off**2) + otherwise)


def _ranked(rates: Array, errors: Array, chances: Array) -> tuple[Possible, ...]:
    """The likeliest first; those that lie within their errors of a likelier one are the same, and count with it."""
    order = np.argsort(-chances)
    kept: list[tuple[float, float, float]] = []
    for at in order:
        near = (n for n, row in enumerate(kept) if abs(row[0] - rates[at]) <= 3 * np.hypot(row[1], errors[at]))
        same = next(near, None)
        if same is not None:
            kept[same] = (*kept[same][:2], kept[same][2] + float(chances[at]))
        elif rates[at] > 0:
            kept.append((float(rates[at]), float(errors[at]), float(chances[at])))
    kept.sort(key=lambda row: -row[2])
    whole = sum(chance for _, _, chance in kept) or 1.0
    return tuple(
        Possible(60 * rate, 60 * error, chance / whole) for rate, error, chance in kept if chance / whole >= LIKELY
    )
