import collector from "./collector.js?url";
import { tableOf } from "./table";

export const LISTENS_S = 4;
const LONGEST_S = 10;

/** Sound as a WAV file of plain samples, one channel of 16 bits; no more of it than is looked at. */
export function wavOf(samples: Float32Array, rate: number): Blob {
  const count = Math.min(samples.length, Math.round(LONGEST_S * rate));
  const bytes = new DataView(new ArrayBuffer(44 + 2 * count));
  const word = (at: number, text: string) => [...text].forEach((c, i) => bytes.setUint8(at + i, c.charCodeAt(0)));
  word(0, "RIFF");
  bytes.setUint32(4, 36 + 2 * count, true);
  word(8, "WAVEfmt ");
  bytes.setUint32(16, 16, true);
  bytes.setUint16(20, 1, true);
  bytes.setUint16(22, 1, true);
  bytes.setUint32(24, rate, true);
  bytes.setUint32(28, 2 * rate, true);
  bytes.setUint16(32, 2, true);
  bytes.setUint16(34, 16, true);
  word(36, "data");
  bytes.setUint32(40, 2 * count, true);
  for (let i = 0; i < count; i++) bytes.setInt16(44 + 2 * i, Math.max(-1, Math.min(1, samples[i]!)) * 32767, true);
  return new Blob([bytes], { type: "audio/wav" });
}

/** A camera or a microphone. Throws an error that says what to do. */
export async function opened(what: "audio" | "video"): Promise<MediaStream> {
  const name = what === "audio" ? "microphone" : "camera";
  // Pages that come from another machine without encryption get neither.
  if (!(navigator.mediaDevices as MediaDevices | undefined))
    throw new Error(`This page cannot use the ${name}: open Oak Spin on the machine that serves it.`);
  const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
  const fast = { frameRate: { ideal: 120 } };
  try {
    return await navigator.mediaDevices.getUserMedia(what === "audio" ? { audio: plain } : { video: fast });
  } catch (error) {
    throw new Error(
      (error as DOMException).name === "NotAllowedError"
        ? `The ${name} was not allowed. Allow it beside the address of this page, and try again.`
        : `No ${name} was found. Plug one in and try again, or choose a file.`,
    );
  }
}

export const stopped = (stream: MediaStream) => stream.getTracks().forEach((track) => track.stop());

/** A few seconds of the microphone as a WAV file; it is switched off again. Throws as `opened`. */
export async function listened(seconds: number, progress: (left: number) => void): Promise<Blob> {
  const stream = await opened("audio");
  const context = new AudioContext();
  try {
    await context.audioWorklet.addModule(collector);
    const node = new AudioWorkletNode(context, "collector", { channelCount: 1, channelCountMode: "explicit" });
    const blocks: Float32Array[] = [];
    let count = 0;
    const wanted = seconds * context.sampleRate;
    const whole = new Promise<void>((done, fail) => {
      const late = window.setTimeout(
        () => fail(new Error("No sound comes from the microphone. Is it plugged in and switched on?")),
        (seconds + 5) * 1000,
      );
      node.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
        blocks.push(data);
        count += data.length;
        progress(Math.max(Math.ceil((wanted - count) / context.sampleRate), 0));
        if (count < wanted) return;
        node.port.onmessage = null;
        window.clearTimeout(late);
        done();
      };
    });
    context.createMediaStreamSource(stream).connect(node);
    await context.resume();
    await whole;
    return wavOf(joined(blocks, count), context.sampleRate);
  } finally {
    stopped(stream);
    await context.close();
  }
}

/** A file of sound as the server reads it; whatever this browser can play, and tables as they are. */
export async function soundOf(file: File): Promise<Blob> {
  if (/\.csv$/i.test(file.name) || file.type === "text/csv") return file;
  const context = new OfflineAudioContext(1, 1, 48_000);
  try {
    const sound = await context.decodeAudioData(await file.arrayBuffer());
    return wavOf(sound.getChannelData(0), sound.sampleRate);
  } catch {
    throw new Error(`${file.name} cannot be read as sound. Save it as WAV, or choose a recording that Oak Spin kept.`);
  }
}

function joined(blocks: Float32Array[], count: number): Float32Array {
  const whole = new Float32Array(count);
  let at = 0;
  for (const block of blocks) {
    whole.set(block, at);
    at += block.length;
  }
  return whole;
}

/** A square on a picture: its middle and its side, as shares of the picture's width and height, and of its height. */
export interface Square {
  x: number;
  y: number;
  side: number;
}

/** How bright the square is on each frame of a film that plays, until it ends or so many seconds went by. */
export function watched(
  film: HTMLVideoElement,
  square: () => Square,
  seconds: number,
  progress: (left: number) => void,
): Promise<[number, number][]> {
  const paper = document.createElement("canvas");
  paper.width = paper.height = 16;
  const pen = paper.getContext("2d", { willReadFrequently: true })!;
  const bright = () => {
    const { x, y, side } = square();
    const size = Math.max(side * film.videoHeight, 1);
    pen.drawImage(film, x * film.videoWidth - size / 2, y * film.videoHeight - size / 2, size, size, 0, 0, 16, 16);
    const { data } = pen.getImageData(0, 0, 16, 16);
    let sum = 0;
    for (let i = 0; i < data.length; i += 4) sum += 0.3 * data[i]! + 0.59 * data[i + 1]! + 0.11 * data[i + 2]!;
    return sum / 256;
  };
  return new Promise((done) => {
    const found: [number, number][] = [];
    const finish = () => {
      film.removeEventListener("ended", finish);
      window.clearTimeout(late);
      done(found);
    };
    const late = window.setTimeout(finish, (seconds + 8) * 1000);
    film.addEventListener("ended", finish);
    const look = (now: number, { mediaTime }: VideoFrameCallbackMetadata) => {
      // A camera's frames are told by the clock where they have no time of their own.
      const at = film.srcObject && mediaTime === 0 ? now / 1000 : mediaTime;
      if (at > (found.at(-1)?.[0] ?? -1)) found.push([at, bright()]);
      const gone = at - found[0]![0];
      progress(Math.max(Math.ceil(seconds - gone), 0));
      if (gone >= seconds) finish();
      else film.requestVideoFrameCallback(look);
    };
    film.requestVideoFrameCallback(look);
    void film.play().catch(finish);
  });
}

/** Brightness over time as a table; `rate` frames a second where the film was taken in slow motion. */
export function brightnessTable(frames: [number, number][], rate: number | null): Blob {
  const begun = frames[0]?.[0] ?? 0;
  const rows = frames.map(([at, value], index) => ({
    seconds: Number((rate ? index / rate : at - begun).toFixed(5)),
    quantity: "brightness",
    value: Number(value.toPrecision(5)),
    unit: "1",
  }));
  return new Blob([tableOf(rows, false)], { type: "text/csv" });
}
