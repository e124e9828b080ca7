/** Hands on the sound as it comes, block by block; runs beside the page, where sound is not held up. */
class Collector extends AudioWorkletProcessor {
  process([input]) {
    const [channel] = input;
    if (channel) this.port.postMessage(channel.slice());
    return true;
  }
}
registerProcessor("collector", Collector);
