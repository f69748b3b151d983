import { type Rig, type RigRows, lookup } from '../rig';
import { rigOf } from '../rig/testing';
import { solveCircuit } from '../circuit';
import { hearEverything, strandsOf } from '../gain';
import { buildFlow } from './build';
import { edgesInto, reachable } from './graph';
import { digitalLinks } from './digital-links';
import { usbTree } from './usb-links';

const links = (rows: Omit<RigRows, 'name'>) => digitalLinks(lookup(rigOf(rows)));
const graphIn = (rig: Rig) => {
  const find = lookup(rig);
  return buildFlow(find, solveCircuit(find), usbTree(find));
};
const graphOf = (rows: Omit<RigRows, 'name'>) => graphIn(rigOf(rows));
const strandsIn = (rig: Rig) => strandsOf(lookup(rig), hearEverything(lookup(rig), graphIn(rig)));

const CONVERTER = { id: 'converter', model: 'converter-line-spdif' };
const OLD = { id: 'old', model: 'computer-combined-jack' };

describe('sound as data', () => {
  it('an optical output goes straight into the combined mini-jack', () => {
    expect(
      links({
        devices: [CONVERTER, OLD],
        leads: [{ kind: 'optical-mini', ends: ['converter.light', 'old.line'], lengthM: 2 }],
      }),
    ).toMatchObject([
      {
        format: 'spdif',
        isUnderstood: true,
        lengthM: 2,
        channels: [
          ['data-left', 'optical-left'],
          ['data-right', 'optical-right'],
        ],
      },
    ]);
  });

  it.each([
    ['into the analogue contacts', 'mini', 'converter.left', 0],
    ['a broken fibre', 'optical-mini', 'converter.light', 0],
  ])('not with %s', (_name, kind, from, count) => {
    expect(
      links({
        devices: [CONVERTER, OLD],
        leads: [{ kind, ends: [from, 'old.line'], broken: kind === 'mini' ? [] : ['bus'] }],
      }),
    ).toHaveLength(count);
  });

  it.each([
    [10, 1],
    [10.5, 0],
  ])(
    'over %s m of fibre, %s links (10 m at most: common practice, no published source)',
    (lengthM, count) => {
      expect(
        links({
          devices: [CONVERTER, OLD],
          leads: [{ kind: 'optical-mini', ends: ['converter.light', 'old.line'], lengthM }],
        }),
      ).toHaveLength(count);
    },
  );

  it('the same plug in the other language carries nothing, and says which it met', () => {
    const [link] = links({
      devices: [CONVERTER, { id: 'box', model: 'interface-18' }],
      leads: [{ kind: 'optical', ends: ['converter.light', 'box.adat'] }],
    });
    expect(link).toMatchObject({ format: 'spdif', farFormat: 'adat', isUnderstood: false, channels: [] });
  });

  it('eight microphones by light: each arrives on a channel of its own', () => {
    const graph = graphOf({
      devices: [
        { id: 'amp', model: 'preamp-8-adat' },
        { id: 'box', model: 'interface-18' },
      ],
      leads: [{ kind: 'optical', ends: ['amp.adat', 'box.adat'] }],
    });
    const fifth = graph.out.get('amp:digital5')!;
    expect(fifth.map(({ to, gainDb }) => [to, gainDb])).toEqual([['box:light-13', 0]]);
    expect(graph.out.get('box:light-13')!.map(({ to }) => to)).toContain('box:usb-in-13');
  });

  it('Bluetooth is late: 180 ms (common practice, no published source)', () => {
    const [link] = links({
      devices: [
        { id: 'phone', model: 'phone-player' },
        { id: 'desk', model: 'mixer-podcast' },
      ],
      leads: [{ kind: 'bluetooth', ends: ['phone.radio', 'desk.radio'] }],
    });
    expect(link!.delayMs).toBe(180);
    expect(link!.channels).toHaveLength(2);
  });

  it('what goes back by radio leaves out what came by radio', () => {
    const graph = graphOf({ devices: [{ id: 'desk', model: 'mixer-podcast' }] });
    const behind = reachable('desk:radio-back-left', (id) => edgesInto(graph, id).map(({ from }) => from));
    expect(behind).toContain('desk:digital1');
    expect(behind).toContain('desk:phone-left-digital');
    expect(behind).not.toContain('desk:radio-left');
  });

  it('a digital microphone is heard in its receiver, and nothing of it in an analogue input', () => {
    const voice = (box: string, port: string) =>
      rigOf({
        devices: [
          { id: 'mic', model: 'mic-digital' },
          { id: 'box', model: box },
        ],
        leads: [{ kind: 'xlr', ends: ['mic.out', `box.${port}`] }],
        people: [{ id: 'a', name: 'A', effort: 'normal' }],
        placements: [{ person: 'a', device: 'mic', capsule: 'capsule', distanceM: 0.1, offAxisDeg: 0 }],
      });
    const heard = strandsIn(voice('receiver-aes3', 'in'));
    // 62.35 dB SPL at 1 m (ANSI S3.5-1997, memory) is 82.35 at 0.1 m; full scale is 140 dB SPL.
    const [strand] = heard.filter(({ stages }) => stages.at(-1)!.node === 'box:usb-in-1');
    expect(strand!.stages.at(-1)!.typical).toBeCloseTo(82.35 - 140, 1);
    expect(graphIn(voice('interface-2', 'in1')).out.get('mic:aes3')).toBeUndefined();
  });
});
