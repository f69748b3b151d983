import { solve } from '../offers';
import { setAssumptions, setRecording, type Recording } from '../rig';
import { after, people, recorder, rigOf, seat } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
import { recordingTooLong } from './recording-too-long';

/** Files by arithmetic: rate × bits ÷ 8 × channels for each second; a WAV file ends at 4 GiB, 2³² bytes (its length has 32 bits). */
const said = (tracks: number[], recording: Partial<Recording>, hours: number) => {
  const rig = after(
    rigOf({
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'box', model: 'interface-2' },
        { id: 'pc', model: 'laptop-c', apps: [recorder('box', tracks)] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
        { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      ],
      people: people('a'),
      placements: [seat('a', 'mic', 0.1)],
    }),
    (now) => setRecording(now, now.apps[0]!, recording),
    (now) => setAssumptions(now, { ...now.assumptions, showHours: hours }),
  );
  return recordingTooLong(solve(rig)).map(({ title, why, figures, propose }) => ({
    title,
    why,
    lasts: figures[0]!.value,
    gigabytes: figures[2]!.value,
    labels: propose().map(({ label }) => label),
  }));
};
/** Hours that 2³² bytes last. */
const fileHours = (rateHz: number, bits: number, channels: number) =>
  2 ** 32 / ((rateHz * bits * channels) / 8) / 3600;

it('one track of 48 kHz and 24 bits', () => {
  const lasts = fileHours(48_000, 24, 1);
  expect(said([1], {}, lasts - 0.01)).toEqual([]);
  const [found] = said([1], {}, lasts + 0.01);
  expect(found!.lasts).toBeCloseTo(lasts, 3);
  expect(found!.gigabytes).toBeCloseTo((48_000 * 3 * 3600) / 1e9, 6);
  expect(found!.why).toContain('1 track takes 0.5 GB an hour');
  expect(found!.labels).toEqual(['Let Recorder write WAV files without that end']);
});

it('just as long as it lasts is enough', () => {
  const [found] = said([1], { roomGb: 0.5 }, 24);
  expect(said([1], { roomGb: 0.5 }, found!.lasts)).toEqual([]);
});

it('more than is needed is taken back: bits, rate', () => {
  expect(said([1], { bits: 32, rateHz: 96_000 }, 24)[0]!.labels).toEqual([
    'Let Recorder write WAV files without that end',
    'Let Recorder write 24 bits',
    'Let Recorder write 48 kHz',
  ]);
  expect(said([1], { bits: 16, rateHz: 44_100 }, 24)[0]!.labels).toEqual([
    'Let Recorder write WAV files without that end',
  ]);
});

it('all tracks in one file: one for each is offered', () => {
  expect(said([1, 2], { files: 'one for all tracks' }, 24)[0]!.labels).toContain(
    'Let Recorder write a file for each track',
  );
});

it('a full disk: packed, less, or a tenth more room than is needed', () => {
  const [found] = said([1, 2], { roomGb: 1, bits: 32, container: 'wav-64' }, 4);
  // 2 · 48 000 · 4 byte · 4 h = 5.5296 GB, and a tenth: 6.08.
  expect(found!.labels).toEqual([
    'Let Recorder write FLAC: packed, and nothing lost',
    'Let Recorder write 24 bits',
    'Free 7 GB on its disk, or use another',
  ]);
  expect(found!.why).toMatch(/^2 tracks take 1\.4 GB an hour/);
  expect(said([1], { roomGb: 1, container: 'wav-64' }, 24)[0]!.why).toMatch(/^1 track takes/);
});

it('what is packed with loss already is not offered to be packed', () => {
  expect(said([1], { roomGb: 0.1, container: 'lossy' }, 24)[0]!.labels).toEqual([
    expect.stringMatching(/^Free \d+ GB on its disk/),
  ]);
});

it('a recorder without tracks writes nothing', () => expect(said([], { roomGb: 0.1 }, 24)).toEqual([]));

it('48 kHz is what speech needs: nothing slower is offered from there', () => {
  const hours = fileHours(48_000, 24, 1) + 1;
  expect(said([1], { rateHz: 48_000 }, hours)[0]!.labels).not.toContain('Let Recorder write 48 kHz');
  expect(said([1], { rateHz: 96_000 }, hours)[0]!.labels).toContain('Let Recorder write 48 kHz');
});

it('a disk that lasts just as long as the file: it is the file that ends', () => {
  const [file] = said([1], {}, 24);
  const roomGb = whereReads(
    file!.lasts,
    (gb) => said([1], { roomGb: gb }, 24)[0]!.lasts,
    1,
    file!.gigabytes * 24,
  );
  const [found] = said([1], { roomGb }, 24);
  expect(found!.title).toContain('fills its file');
});
