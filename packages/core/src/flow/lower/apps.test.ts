import { lookup, type App, type Condition } from '../../rig';
import { call, recorder, rigOf, seat, type AppRow } from '../../rig/testing';
import { solveCircuit } from '../../circuit';
import { appId, buildFlow, farEndId, trackId, usbTree, type FlowEdge } from '..';

/** What programs do with sound, on an interface of two channels. */
const flowOf = (
  app: Partial<App>,
  {
    kind = recorder('box', [1, 2]) as AppRow,
    conditions = [] as Condition[],
    sliders = {} as Record<string, number>,
  } = {},
) => {
  const built = rigOf({
    devices: [
      { id: 'box', model: 'interface-2' },
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'pc', model: 'laptop-c', apps: [{ ...kind, ...app }] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'normal' }],
    placements: [seat('ann', 'mic', 0.1)],
  });
  const devices = built.devices.map((one) => ({ ...one, sliders }));
  const bare = lookup({ ...built, devices });
  const find = { ...bare, conditions };
  return buildFlow(find, solveCircuit(find), usbTree(find));
};
type Graph = ReturnType<typeof flowOf>;
const between = (graph: Graph, from: string, to: string): FlowEdge | undefined =>
  graph.into.get(to)?.find((edge) => edge.from === from);
const TRACK = trackId('pc', 'recorder', 't1');
const into = (graph: Graph, to: string) => graph.into.get(to)?.[0];
const words = (edge: FlowEdge | undefined) =>
  edge!.terms.map(({ because }) => (because.kind === 'app' ? because.words : because.kind));

describe('what a program plays', () => {
  it('is turned by the computer’s slider for what it plays into', () => {
    const playing = (sliders: Record<string, number>) =>
      into(flowOf({}, { kind: call('box', null, 'usb-out'), sliders }), 'box:usb-out-L')!;
    expect(playing({}).gainDb).toBe(0);
    expect(playing({ 'usb-out': -20 }).gainDb).toBeCloseTo(-20, 9);
    expect(playing({ 'usb-out': -20 }).terms[1]!.because).toMatchObject({
      slider: { device: 'box', stream: 'usb-out' },
    });
  });
});

describe('a recorder', () => {
  it('takes a channel as it is, later by its buffer: 512 samples at 48 kHz are 10.7 ms', () => {
    expect(into(flowOf({}), TRACK)).toMatchObject({ gainDb: 0, delayMs: 0, kind: 'usb' });
    const buffered = flowOf({ bufferFrames: 512 });
    expect(into(buffered, TRACK)!.delayMs).toBeCloseTo((512 / 48_000) * 1000, 6);
  });

  it('its own gain and the computer’s slider add, each with its reason; none where they are not turned', () => {
    expect(words(into(flowOf({}), TRACK))).toEqual(['takes channel 1']);
    // The interface does not let the computer turn it; the computer's own jack does.
    const jack = { device: 'pc', stream: 'jack-in' };
    const sliders = { 'jack-in': -10, 'usb-in': -10 };
    expect(into(flowOf({}, { sliders }), TRACK)!.gainDb).toBe(0);
    const edge = into(flowOf({ input: jack, inputGainDb: 6 }, { sliders }), TRACK)!;
    expect(edge.gainDb).toBeCloseTo(-4, 9);
    expect(words(edge)).toEqual([
      'takes channel 1',
      expect.stringMatching(/^has the computer’s slider for .* turned down$/),
      'turns what it takes in by its input gain',
    ]);
    expect(edge.terms.map(({ db }) => db)).toEqual([0, -10, 6]);
    expect(edge.terms[2]!.because).toMatchObject({ isInputGain: true });
  });

  it('a track that is not armed takes nothing, and is there all the same', () => {
    const [first, second] = recorder('box', [1, 2]).tracks;
    const graph = flowOf({
      tracks: [
        { ...first!, isArmed: false },
        { ...second!, isArmed: true },
      ],
    });
    expect(into(graph, TRACK)).toBeUndefined();
    expect(graph.nodes.get(TRACK)).toMatchObject({
      role: 'track',
      device: 'pc',
      app: 'recorder',
      track: 't1',
      ceiling: 0,
    });
    expect(into(graph, trackId('pc', 'recorder', 't2'))).toBeDefined();
  });

  it('plays back what it takes where it does so: in the middle, later by all that it costs', () => {
    const output = { device: 'box', stream: 'usb-out' };
    const plays = (app: Partial<App>) => flowOf({ output, ...app }).out.get(TRACK) ?? [];
    expect(plays({})).toEqual([]);
    const both = plays({ monitorMs: 7, bufferFrames: 512 });
    expect(both).toHaveLength(2);
    expect(new Set(both.map(({ to }) => to)).size).toBe(2);
    for (const edge of both) {
      expect(edge.delayMs).toBeCloseTo(7 + (512 / 48_000) * 1000, 1);
      expect(edge.gainDb).toBe(0);
      expect(words(edge)).toEqual(['plays back what it takes']);
    }
    const [first] = recorder('box').tracks;
    expect(plays({ monitorMs: 7, tracks: [{ ...first!, isMonitored: false }] })).toEqual([]);
  });

  it('on a computer that is dead there is none', () => {
    expect(flowOf({}, { conditions: [{ kind: 'dead', device: 'pc' }] }).nodes.has(TRACK)).toBe(false);
    expect(flowOf({}, { conditions: [{ kind: 'dead', device: 'mic' }] }).nodes.has(TRACK)).toBe(true);
    expect(
      flowOf({}, { conditions: [{ kind: 'noisy', device: 'pc', db: 6 }] as Condition[] }).nodes.has(TRACK),
    ).toBe(true);
  });

  it('sends nothing to anybody and has no sound of its own', () => {
    const graph = flowOf({});
    expect([...graph.nodes.values()].filter(({ role }) => role === 'app' || role === 'far-end')).toEqual([]);
    expect(graph.sources.map(({ name }) => name)).toEqual(['Ann']);
  });
});

describe('a call', () => {
  const kind = call('box', 'usb-in', 'usb-out');
  const [IN, OUT] = [appId('pc', 'call', 'in'), appId('pc', 'call', 'out')];
  const far = (id: string, side: 'hears' | 'says') => farEndId('pc', 'call', id, side);
  const ends = [
    { id: 'ines', name: 'Ines', networkMs: 80, listensBy: 'headset' },
    { id: 'jon', name: 'Jon', networkMs: 20, listensBy: 'headset' },
  ] as App['farEnds'];

  it('makes one of two channels, each at half, 20 ms later; of one alone it takes it whole', () => {
    const two = flowOf({}, { kind }).into.get(IN)!;
    expect(two.map(({ gainDb }) => gainDb.toFixed(4))).toEqual(['-6.0206', '-6.0206']);
    expect(two.map(({ delayMs }) => delayMs)).toEqual([20, 20]);
    expect(words(two[0])).toEqual(['makes one channel of two, each at half']);
    const one = flowOf({ input: { device: 'pc', stream: 'jack-in' } }, { kind }).into.get(IN)!;
    expect(one.map(({ gainDb }) => gainDb)).toEqual([0]);
    expect(words(one[0])).toEqual(['takes its one channel']);
    const late = flowOf({ bufferFrames: 480 } as object as Partial<App>, { kind }).into.get(IN)!;
    expect(late[0]!.delayMs).toBeCloseTo(30, 6);
  });

  it('what it plays goes to both sides as it comes; the far end says it, not the program', () => {
    const graph = flowOf({}, { kind });
    const plays = graph.out.get(OUT)!;
    expect(plays.map(({ gainDb }) => gainDb)).toEqual([0, 0]);
    expect(new Set(plays.map(({ to }) => to)).size).toBe(2);
    expect(words(plays[0])).toEqual(['plays into the first two channels']);
    expect(graph.sources.filter(({ app }) => app === 'call').map(({ node }) => node)).toEqual([
      far('', 'says'),
    ]);
    expect(graph.nodes.has(appId('pc', 'call', 'out-right'))).toBe(false);
    const late = flowOf({ bufferFrames: 480 } as object as Partial<App>, { kind }).out.get(OUT)!;
    expect(late[0]!.delayMs).toBeCloseTo(10, 6);
  });

  it('each far end hears what is sent, as late as the network takes, and all the others, never themselves', () => {
    const graph = flowOf({ farEnds: ends! }, { kind });
    for (const [id, other, networkMs] of [
      ['ines', 'jon', 80],
      ['jon', 'ines', 20],
    ] as const) {
      expect(between(graph, IN, far(id, 'hears'))).toMatchObject({ delayMs: networkMs, gainDb: 0 });
      expect(between(graph, far(id, 'says'), OUT)).toMatchObject({ delayMs: networkMs, gainDb: 0 });
      expect(between(graph, far(other, 'says'), far(id, 'hears'))).toMatchObject({ delayMs: 100, gainDb: 0 });
      expect(between(graph, far(id, 'says'), far(id, 'hears'))).toBeUndefined();
      expect(between(graph, far(id, 'hears'), far(id, 'says'))).toBeUndefined();
      expect(graph.nodes.get(far(id, 'says'))).toMatchObject({ role: 'far-end', farEnd: id, app: 'call' });
    }
    expect(graph.sources.filter(({ app }) => app === 'call').map(({ farEnd }) => farEnd)).toEqual([
      'ines',
      'jon',
    ]);
    const nobody = flowOf({}, { kind });
    expect(nobody.nodes.get(far('', 'says'))).not.toHaveProperty('farEnd');
    expect(nobody.sources.find(({ app }) => app === 'call')).not.toHaveProperty('farEnd');
  });

  it('one who listens by loudspeakers has them in the microphone: weaker, later, and meant by nobody', () => {
    const by = (listensBy: string) =>
      between(
        flowOf({ farEnds: [{ ...ends![0]!, listensBy }] as App['farEnds'] & object }, { kind }),
        far('ines', 'hears'),
        far('ines', 'says'),
      );
    const open = by('loudspeakers')!;
    expect(open.isCrosstalk).toBe(true);
    expect(open.gainDb).toBeLessThan(-3);
    expect(open.terms.every(({ db }) => db <= 0)).toBe(true);
    expect(words(open)).toEqual([
      'has Ines’s loudspeaker in Ines’s microphone',
      'takes that echo out again at Ines',
    ]);
  });

  it('takes out noise and echo, and turns itself to its level, where its processing does', () => {
    const made = (processing: App['processing']) => flowOf(processing ? { processing } : {}, { kind });
    const takes = (processing: App['processing']) => made(processing).nodes.get(far('', 'hears'))!.takesOut;
    expect(takes(undefined)).toBeUndefined();
    expect(takes({ noise: true })).toMatchObject({ noise: true, echo: false });
    expect(takes({ echo: true })).toMatchObject({ noise: false, echo: true });
    expect(takes({ gain: true })).toBeUndefined();
    const sent = (processing: App['processing']) => between(made(processing), IN, far('', 'hears'))!;
    expect(sent(undefined).levelling).toBeUndefined();
    expect(sent({ gain: true }).levelling).toMatchObject({ app: 'call', targetDbfs: -20, voicesOnly: false });
    expect(sent({ gain: true, noise: true }).levelling).toMatchObject({ voicesOnly: true });
    expect(words(sent({ gain: true }))).toContain('turns it to its usual level by itself');
    expect(words(sent(undefined))).toHaveLength(1);
  });
});

describe('what streams and what plays', () => {
  it('an encoder keeps left and right apart; made mono it is one, each at half', () => {
    const kind: AppRow = { ...call('box', 'usb-in', 'usb-out'), kind: 'encoder', output: null };
    const [left, right] = [appId('pc', 'call', 'in'), appId('pc', 'call', 'in-right')];
    const stereo = flowOf({}, { kind });
    expect([left, right].map((id) => into(stereo, id)!.gainDb)).toEqual([0, 0]);
    expect([left, right].map((id) => stereo.nodes.get(id)!.side)).toEqual(['left', 'right']);
    expect(into(stereo, left)!.from).not.toBe(into(stereo, right)!.from);
    expect([left, right].flatMap((id) => words(into(stereo, id)))).toEqual([
      'takes the first channel as left',
      'takes the second channel as right',
    ]);
    const mono = flowOf({ isMono: true }, { kind });
    expect(mono.into.get(left)!.map(({ gainDb }) => gainDb.toFixed(4))).toEqual(['-6.0206', '-6.0206']);
    expect(mono.nodes.has(right)).toBe(false);
    expect(mono.nodes.get(left)).not.toHaveProperty('side');
    expect(stereo.nodes.has(appId('pc', 'call', 'out'))).toBe(false);
  });

  it('a player is two sounds, left into the first channel, right into the second', () => {
    const kind: AppRow = { ...call('box', null, 'usb-out'), id: 'tune', name: 'Tune', kind: 'player' };
    const graph = flowOf({}, { kind });
    const sides = [appId('pc', 'tune', 'out'), appId('pc', 'tune', 'out-right')];
    const points = sides.map((id) => graph.out.get(id)!.map(({ to }) => to));
    expect(points.map((all) => all.length)).toEqual([1, 1]);
    expect(points[0]).not.toEqual(points[1]);
    const computer = 'Laptop with USB-C only';
    expect(graph.sources.filter(({ app }) => app === 'tune').map(({ node, name }) => [node, name])).toEqual([
      [sides[0], `Tune on ${computer}`],
      [sides[1], `Tune right on ${computer}`],
    ]);
    expect(graph.nodes.has(appId('pc', 'tune', 'in'))).toBe(false);
  });
});
