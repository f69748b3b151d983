import { wavOf } from '../formats';
import { measureWav } from './measure';
import { bytesOf, sine, sound } from './signals.testing';
import { readWav, type WavFormat } from './wav';

/** A tenth of a second of a tone, written by hand in every form there is: RIFF of 1991, RFC 2361, EBU Tech 3306 (RF64), 3285 (bext). */
const FRAMES = 4800;
const tone = sound(0.1, sine(1000, -6));

interface Form {
  tag?: number;
  bits?: number;
  riff?: string;
  before?: [name: string, body: number[]][];
  dataSize?: number;
  extensible?: number;
  rate?: number;
  channels?: number;
  cut?: number;
}
const u16 = (value: number) => [value & 255, (value >> 8) & 255];
const u32 = (value: number) => [...u16(value % 65_536), ...u16(Math.floor(value / 65_536) % 65_536)];
const text = (name: string) => [...name].map((letter) => letter.charCodeAt(0));

const sampleBytes = (x: number, bits: number, isFloat: boolean): number[] => {
  const view = new DataView(new ArrayBuffer(8));
  if (isFloat && bits === 32) view.setFloat32(0, x, true);
  else if (isFloat) view.setFloat64(0, x, true);
  else if (bits === 8) view.setUint8(0, Math.round(x * 127) + 128);
  else view.setInt32(0, Math.round(x * (2 ** (bits - 1) - 1)), true);
  return [...new Uint8Array(view.buffer)].slice(0, bits / 8);
};
const written = ({
  tag = 1,
  bits = 16,
  riff = 'RIFF',
  before = [],
  dataSize,
  extensible,
  rate = 48_000,
  channels = 1,
  cut,
}: Form) => {
  const frame = (channels * bits) / 8;
  const isFloat = (extensible ?? tag) === 3;
  const fmt = [
    ...u16(extensible === undefined ? tag : 0xfffe),
    ...u16(channels),
    ...u32(rate),
    ...u32(rate * frame),
    ...u16(frame),
    ...u16(bits),
  ];
  if (extensible !== undefined)
    fmt.push(...u16(22), ...u16(bits), ...u32(0), ...u16(extensible), ...new Array<number>(14).fill(0));
  const chunk = (name: string, body: number[], size = body.length) => [
    ...text(name),
    ...u32(size),
    ...body,
    ...(body.length % 2 ? [0] : []),
  ];
  const data = [...tone].flatMap((x) =>
    Array.from({ length: channels }, () => sampleBytes(x, bits, isFloat)).flat(),
  );
  const bytes = [
    ...text(riff),
    ...u32(0),
    ...text('WAVE'),
    ...before.flatMap(([name, body]) => chunk(name, body)),
    ...chunk('fmt ', fmt),
    ...chunk('data', data, dataSize),
  ];
  return Uint8Array.from(cut === undefined ? bytes : bytes.slice(0, cut));
};
const read = (bytes: Uint8Array) => readWav(bytesOf(bytes));
const good = async (bytes: Uint8Array): Promise<WavFormat> => {
  const answer = await read(bytes);
  if (!answer.ok) throw new Error(answer.message);
  return answer.format;
};

it.each([
  ['8 bits', { bits: 8 }],
  ['16 bits', {}],
  ['24 bits', { bits: 24 }],
  ['32 bits', { bits: 32 }],
  ['32 bits, float', { bits: 32, tag: 3 }],
  ['64 bits, float', { bits: 64, tag: 3 }],
  ['24 bits, extensible', { bits: 24, extensible: 1 }],
  ['float, extensible', { bits: 32, extensible: 3 }],
  [
    'RF64, its length in ds64',
    {
      riff: 'RF64',
      dataSize: 0xffffffff,
      before: [['ds64', [...u32(0), ...u32(0), ...u32(9600), ...u32(0), ...u32(0), ...u32(0), ...u32(0)]]],
    },
  ],
  ['an odd chunk ahead', { before: [['LIST', [1, 2, 3]]] }],
] as [string, Form][])('%s: the tone is −6 dBFS', async (_name, form) => {
  const bytes = written(form);
  const format = await good(bytes);
  expect(format).toMatchObject({ frames: FRAMES, sampleRateHz: 48_000, repairs: [] });
  const { channels } = await measureWav(bytesOf(bytes), format);
  expect(Math.abs(channels[0]!.rmsDbfs! + 6)).toBeLessThan(0.1);
});

it('our own files come back as they were', async () => {
  const format = await good(wavOf([tone, tone], 44_100));
  expect(format).toMatchObject({ bits: 24, channels: 2, frames: FRAMES, sampleRateHz: 44_100 });
});

it('the long form, cut off within its lengths, is refused and not thrown', async () => {
  const bytes = [...'RF64....WAVEds64'].map((one) => one.charCodeAt(0));
  const answer = await readWav(bytesOf(Uint8Array.from([...bytes, ...u32(28), ...u32(0)])));
  expect(answer.ok).toBe(false);
});

it('the time of day a recorder wrote is read', async () => {
  const bext = new Array<number>(602).fill(0);
  bext.splice(338, 8, ...u32(48_000 * 60), ...u32(1));
  expect(await good(written({ before: [['bext', bext]] }))).toMatchObject({
    timeReference: 48_000 * 60 + 2 ** 32,
  });
});

it.each([
  ['a length that was never written', { dataSize: 0 }, FRAMES, 'does not say how long'],
  ['one of all ones', { dataSize: 0xffffffff }, FRAMES, 'does not say how long'],
  ['a file cut short', { cut: 44 + 2000 }, 1000, 'the end is missing'],
] as [string, Form, number, string][])(
  '%s: what is there is taken, and said',
  async (_name, form, frames, words) => {
    expect(await good(written(form))).toMatchObject({ frames, repairs: [expect.stringContaining(words)] });
  },
);

it.each([
  ['nothing', new Uint8Array(0), 'the file'],
  ['another file', Uint8Array.from(text('PK not a sound at all')), 'the first twelve bytes'],
  ['0 Hz', written({ rate: 0 }), 'the fmt chunk'],
  ['no channel', written({ channels: 0 }), 'the fmt chunk'],
  ['12 bits', written({ bits: 16 }).map((byte, at) => (at === 34 ? 12 : byte)), 'the fmt chunk'],
  ['a compressed one', written({ tag: 2 }), 'the fmt chunk'],
  ['a header alone', written({ cut: 36 }), 'the end of the file'],
])('%s is refused with place and cure', async (_name, bytes, where) => {
  expect(await read(bytes)).toEqual({
    ok: false,
    where,
    message: expect.any(String),
    hint: expect.any(String),
  });
});
