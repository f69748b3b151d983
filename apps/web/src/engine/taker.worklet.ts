/** Hands on what an input hears, in pieces of a twelfth of a second, straight to the worker that measures it. */

/** What TypeScript’s libraries do not know of the place a worklet runs in. */
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: typeof AudioWorkletProcessor): void;

const PIECE = 4096;

class Taker extends AudioWorkletProcessor {
  private to: MessagePort | undefined;
  private pieces: Float32Array[] = [];
  private filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => (this.to = data);
  }

  process([input = []]: Float32Array[][]): boolean {
    const [first] = input;
    if (!first || !this.to) return true;
    if (this.pieces.length !== input.length) this.begin(input.length);
    input.forEach((samples, channel) => this.pieces[channel]!.set(samples, this.filled));
    this.filled += first.length;
    if (this.filled < PIECE) return true;
    const { pieces } = this;
    this.to.postMessage(
      pieces,
      pieces.map(({ buffer }) => buffer),
    );
    this.begin(input.length);
    return true;
  }

  private begin(channels: number): void {
    this.pieces = Array.from({ length: channels }, () => new Float32Array(PIECE));
    this.filled = 0;
  }
}

registerProcessor('taker', Taker);
