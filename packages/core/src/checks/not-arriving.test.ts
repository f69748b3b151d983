import type { Intent } from '../rig';
import { solve } from '../offers';
import { people, recorder, rigOf, seat, type Rows } from '../rig/testing';
import { notArriving } from './not-arriving';

interface Second {
  mic?: string;
  lead?: string | null;
  broken?: string[];
  tracks?: number[];
  settings?: Record<string, string | number | boolean>;
  devices?: Rows['devices'];
  leads?: NonNullable<Rows['leads']>;
}

/** Two voices at an interface; the first is recorded, the second is on these. */
const desk = ({ mic = 'mic-dynamic-hand', lead = 'xlr', broken = [], tracks = [1, 2], ...more }: Second) =>
  rigOf({
    devices: [
      { id: 'mic1', model: 'mic-dynamic-hand' },
      { id: 'mic2', model: mic, name: 'Second' },
      { id: 'box', model: 'interface-2', name: 'Box', settings: { gain1: 40, gain2: 40, ...more.settings } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('box', tracks)] },
      ...(more.devices ?? []),
    ],
    leads: [
      { id: 'one', kind: 'xlr', ends: ['mic1.out', 'box.in1'] },
      ...(lead === null
        ? []
        : [{ id: 'two', kind: lead, ends: ['mic2.out', 'box.in2'] as [string, string], broken }]),
      { id: 'usb', kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
      ...(more.leads ?? []),
    ],
    people: people('a', 'b'),
    placements: [seat('a', 'mic1', 0.1), seat('b', 'mic2', 0.1)],
  });
const said = (rig: ReturnType<typeof desk>) =>
  notArriving(solve(rig)).map(({ title, why, places, propose }) => ({
    title,
    why: why.replace(/ Someone speaks there.*/, ''),
    places: places.map(({ device, person }) => device ?? person),
    labels: propose().map(({ label }) => label),
  }));

describe('a voice that nothing keeps', () => {
  it('silent where both are kept', () => expect(said(desk({}))).toEqual([]));

  it.each<[string, Second, RegExp, string]>([
    [
      'no lead',
      { lead: null },
      /^It leaves Second and goes nowhere: no lead carries it on from “.+”/,
      'mic2',
    ],
    ['a lead with both legs open', { broken: ['hot', 'cold'] }, /^It leaves Second and goes nowhere/, 'mic2'],
    ['no track for its channel', { tracks: [1] }, /^It comes to the computer as “.+” of Box/, 'box'],
    [
      'a condenser that nothing feeds',
      { mic: 'mic-condenser-large' },
      /^It stays in Second: nothing leads on from its capsule/,
      'mic2',
    ],
    [
      'into a desk of its own that leads nowhere',
      {
        lead: null,
        devices: [{ id: 'own', model: 'mixer-4', name: 'Own' }],
        leads: [{ id: 'x', kind: 'xlr', ends: ['mic2.out', 'own.in1'] }],
      },
      /Own/,
      'own',
    ],
  ])('%s', (_what, second, why, last) => {
    const [found, ...more] = said(desk(second));
    expect(more).toEqual([]);
    expect(found).toMatchObject({ title: 'B is heard by no track and no call', places: ['mic2', last] });
    expect(found!.why).toMatch(why);
  });

  it('nobody listens yet: nothing is said', () => {
    const rig = desk({ lead: null });
    expect(said({ ...rig, apps: [] })).toEqual([]);
  });
});

describe('what is tried', () => {
  it('an unbroken lead where one is broken, and only then', () => {
    expect(said(desk({ broken: ['hot', 'cold'] }))[0]!.labels).toContain('Use an unbroken lead');
    expect(said(desk({ lead: null }))[0]!.labels).not.toContain('Use an unbroken lead');
    const rig = desk({ broken: ['hot', 'cold'] });
    const fix = notArriving(solve(rig))[0]!
      .propose()
      .find(({ label }) => label === 'Use an unbroken lead')!;
    expect(fix.edit.steps).toMatchObject([{ collection: 'leads', id: 'two', to: [] }]);
  });

  it('one other lead, at the place where it ends', () => {
    const wrong = said(desk({ broken: ['hot', 'cold'] }))[0]!.labels.filter((label) =>
      / instead$/.test(label),
    );
    expect(wrong).toEqual([expect.stringMatching(/^Use an XLR .+ instead$/)]);
  });

  it('a lead from where it ends to the desk that is there', () => {
    const labels = said(desk({ lead: null }))[0]!.labels;
    expect(labels.some((label) => label.includes('Box'))).toBe(true);
  });
});

describe('what was said must arrive', () => {
  const wanted = (sink: Intent['sink'], second: Second = {}) => {
    const rig = desk(second);
    const intent: Intent = { id: 'i', source: { person: 'b' }, sink, want: 'arrives' };
    return notArriving(solve({ ...rig, intents: [intent] })).filter(({ title }) =>
      title.includes(' does not arrive '),
    );
  };

  it('does: nothing is said', () => expect(wanted({ app: 'recorder' })).toEqual([]));

  it('does not: the place is who speaks and where it is missing', () => {
    const [found] = wanted({ app: 'recorder' }, { lead: null });
    expect(found!.title).toMatch(/^B does not arrive at /);
    expect(found!.places).toEqual([{ person: 'b' }, { device: 'pc' }]);
    expect(found!.figures).toMatchObject([{ label: 'Ways from one to the other', value: 0 }]);
    expect(found!.propose().length).toBeGreaterThan(0);
  });

  it('at a device: that is the place', () => {
    const [found] = wanted({ device: 'ears' }, { devices: [{ id: 'ears', model: 'headphones' }] });
    expect(found!.places).toEqual([{ person: 'b' }, { device: 'ears' }]);
  });
});

it('leads are offered from where the voice ends first, then from what goes into a computer, then from the rest', () => {
  const rig = rigOf({
    devices: [
      { id: 'mic1', model: 'mic-dynamic-hand' },
      { id: 'amp', model: 'headphone-amplifier', name: 'Amplifier' },
      {
        id: 'desk',
        model: 'mixer-4-usb',
        name: 'Desk',
        settings: { gain1: 40, 'main-volume': 0, 'send.send.ch1': 0, 'send-volume': 0 },
      },
      { id: 'last', model: 'interface-2', name: 'Last', settings: { gain1: 0 } },
      { id: 'box', model: 'interface-2', settings: { gain1: 40 } },
      { id: 'mic2', model: 'mic-dynamic-hand' },
      { id: 'pc', model: 'desktop', apps: [recorder('box', [1])] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic1.out', 'desk.in1'] },
      { kind: 'xlr', ends: ['mic2.out', 'box.in1'] },
      { kind: 'trs-635', ends: ['desk.outL', 'amp.inL'] },
      { kind: 'trs-635', ends: ['desk.send', 'last.in1'] },
      { kind: 'usb-a-c', ends: ['pc.usb1', 'box.usb'] },
    ],
    people: people('a', 'b'),
    placements: [seat('a', 'mic1', 0.1), seat('b', 'mic2', 0.1)],
  });
  const from = notArriving(solve(rig))[0]!
    .propose()
    .flatMap(({ label }) => /^Join (\w+) to/.exec(label)?.[1] ?? []);
  expect([...new Set(from)]).toEqual(['Last', 'Desk', 'Amplifier']);
});
