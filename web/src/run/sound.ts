const PITCH = 880;
const LONG = 0.18;
const APART = 0.3;

/** So many short tones; silent where the browser has none to give. */
export function beep(times: number) {
  if (!("AudioContext" in window)) return;
  const context = new AudioContext();
  for (let count = 0; count < times; count++) {
    const tone = context.createOscillator();
    tone.frequency.value = PITCH;
    tone.connect(context.destination);
    tone.start(context.currentTime + count * APART);
    tone.stop(context.currentTime + count * APART + LONG);
  }
  window.setTimeout(() => void context.close(), 1000 * times * (APART + LONG) + 200);
}
