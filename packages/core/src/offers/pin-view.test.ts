import { skerryLight } from '../demo';
import { buildRig, removeLead } from '../rig';
import { after } from '../rig/testing';
import { LIKENESS, meetingLevelDb } from '../flow';
import { isSide, pinView } from './pin-view';
import { carries, traceSocket, withoutDoubles } from './trace';

describe('the pin view of a lead', () => {
  const view = pinView(skerryLight, 'caller-lead')!;
  const pin = (name: string) => view.pins.find((reading) => reading.pin === name)!;

  it('names both plugs and every contact with its wire', () => {
    expect(view.ends.map(({ name }) => name)).toEqual(['3.5 mm TRS plug', 'XLR 3, pins']);
    expect(view.pins.map(({ pin: name, conductor }) => `${name} ${conductor}`)).toEqual([
      '0.T tip',
      '0.R ring',
      '0.S sleeve',
      '1.1 sleeve',
      '1.2 tip',
      '1.3 ring',
    ]);
  });

  it('what a voltmeter reads: 46 V asleep, 70 mV playing, nothing on the screen', () => {
    expect(pin('0.T').idleVolts).toBeCloseTo(46.4, 1);
    expect(pin('0.T').volts * 1000).toBeCloseTo(70.5, 0);
    expect(pin('1.1').volts).toBeCloseTo(0, 6);
  });

  it('left stands on pin 2, right on pin 3', () => {
    expect(pin('1.2').sounds.map(({ source }) => source)).toEqual(['caller-laptop:jack-left']);
    expect(pin('1.3').sounds.map(({ source }) => source)).toEqual(['caller-laptop:jack-right']);
  });

  it('speech cancels, music and strangers do not', () => {
    const [meeting] = view.meetings;
    expect(view.meetings).toHaveLength(1);
    // Left on the hot pin, right on the cold one: the other way round.
    expect([Math.sign(meeting!.left.re), Math.sign(meeting!.right.re)]).toEqual([1, -1]);
    expect(meeting!.speechDb).toBeLessThan(-100);
    expect(meeting!.musicDb).toBeGreaterThan(-3);
    expect(meeting!.wideDb).toBeCloseTo(2.95, 1);
  });

  it('a broken wire is shown broken, and no volts get past it', () => {
    const rig = {
      ...skerryLight,
      leads: skerryLight.leads.map((l) => (l.id === 'guest-lead' ? { ...l, broken: ['hot'] } : l)),
    };
    const broken = pinView(rig, 'guest-lead')!.pins.filter(({ conductor }) => conductor === 'hot');
    expect(broken.map(({ isBroken }) => isBroken)).toEqual([true, true]);
    expect(broken[1]!.volts - broken[0]!.volts).toBeGreaterThan(5);
  });

  it('each contact has the load of its own output: none where the wire behind it is broken', () => {
    const rig = {
      ...skerryLight,
      leads: skerryLight.leads.map((l) => (l.id === 'caller-lead' ? { ...l, broken: ['ring'] } : l)),
    };
    const load = (name: string) =>
      pinView(rig, 'caller-lead')!.pins.find((one) => one.pin === name)!.load!.milliamps;
    expect(load('0.T')).toBeGreaterThan(5);
    expect(load('0.R')).toBeCloseTo(0, 3);
  });

  it('says what the output behind a contact survives and what it gets, and only there', () => {
    expect(pin('0.T').load).toMatchObject({ survives: { volts: 5.5, milliamps: 5 }, isExceeded: true });
    // 48 V through 6.8 kΩ and the jack's few ohms (IEC 61938, arithmetic).
    expect(pin('0.T').load!.milliamps).toBeCloseTo(7.05, 1);
    expect(pin('0.R').load).toEqual(pin('0.T').load);
    expect(pin('0.S').load).toBeUndefined();
    expect(pin('1.2').load).toBeUndefined();
  });

  it('opens no contacts where no sound goes over wires, mains above all', () => {
    const rig = buildRig({
      name: 'a strip and a loudspeaker',
      devices: [
        { id: 'strip', model: 'outlet-strip' },
        { id: 'speaker', model: 'loudspeaker' },
      ],
      leads: [{ id: 'mains', kind: 'mains-earthed', ends: ['strip.outlet1', 'speaker.mains'] }],
    });
    expect(pinView(rig, 'mains')).toMatchObject({ medium: 'mains', pins: [], meetings: [] });
  });

  it('nothing for a lead there is not', () => {
    expect(pinView(skerryLight, 'ghost')).toBeUndefined();
  });
});

describe('two sides in one input (arithmetic)', () => {
  const side = (re: number) => ({ re, im: 0 });
  it.each([
    ['the same, in phase', 1, 1, LIKENESS.speech, 6.02],
    ['strangers', 1, 1, LIKENESS.wide, 3.01],
    ['strangers, one reversed', 1, -1, LIKENESS.wide, 3.01],
    ['half alike, one reversed', 1, -1, 0.5, 0],
    ['one side alone', 1, 0, LIKENESS.speech, 0],
  ])('%s', (_name, left, right, likeness, db) => {
    expect(meetingLevelDb(side(left), side(right), likeness)).toBeCloseTo(db, 2);
  });

  it.each([
    // Half up, half down: 10^(3/20) − 10^(−3/20) is 0.7046, −3.04 dB (arithmetic).
    ['the same, reversed, left 6 dB louder', 1, -1, LIKENESS.speech, 6, -3.04],
    ['the same, in phase, left 6 dB louder', 1, 1, LIKENESS.speech, 6, 6.53],
    ['strangers, right 6 dB louder', 1, 1, LIKENESS.wide, -6, 3.97],
  ])('%s', (_name, left, right, likeness, balanceDb, db) => {
    expect(meetingLevelDb(side(left), side(right), likeness, balanceDb)).toBeCloseTo(db, 2);
  });

  it('the same and reversed is silence, kept finite', () => {
    expect(meetingLevelDb(side(1), side(-1), 1)).toBe(-120);
  });
});

it('a side that comes with less than a hundredth only leaks in from the other', () => {
  expect([0.01, 0.0099, -0.5, 0].map((re) => isSide({ re, im: 0 }))).toEqual([true, false, true, false]);
});

describe('tracing a socket', () => {
  const step = (label: string, gainDb: number) =>
    ({ node: label, label, device: 'box', deviceName: 'Box', gainDb, delayMs: 0 }) as const;

  it('a way that goes nowhere, or to where nobody hears it, is none', () => {
    expect(carries({ steps: [step('a', 0)] })).toBe(false);
    expect(carries({ steps: [step('a', 0), step('b', -90)] })).toBe(false);
    expect(carries({ steps: ['a', 'b', 'c', 'd'].map((at, n) => step(at, [0, -95, -95, -89][n]!)) })).toBe(
      true,
    );
  });

  it('ways alike but for their side are one, and said to be so many', () => {
    const ways = (...sides: string[]) =>
      sides.map((side) => ({ end: `Ear, ${side}`, steps: [step('a', 0), step(`Ear, ${side}`, -3)] }));
    expect(withoutDoubles(ways('left')).map(({ end }) => end)).toEqual(['Ear, left']);
    expect(withoutDoubles(ways('left', 'right')).map(({ end }) => end)).toEqual(['Ear, both sides']);
    expect(withoutDoubles(ways('left', 'right', 'left')).map(({ end }) => end)).toEqual([
      'Ear, 3 ways alike',
    ]);
  });

  it('an input: who speaks into it, and every listener behind it with gain and delay', () => {
    const trace = traceSocket(skerryLight, { device: 'mixer', port: 'in1' });
    expect(trace.comesFrom.map(({ end }) => end)).toEqual(['Keeper']);
    const track = trace.goesTo.find(({ end }) => end.includes('Track Keeper'))!;
    expect(track.steps.at(-1)!.gainDb).toBeCloseTo(54, 6);
    expect(track.steps.at(-1)!.delayMs).toBeGreaterThan(0.5);
    expect(trace.goesTo.map(({ end }) => end)).toContain('Headphones, Ear, both sides');
  });

  it('left and right of one thing are one way; two loudspeakers are two', () => {
    const ends = traceSocket(skerryLight, { device: 'mixer', port: 'in1' }).goesTo.map(({ end }) => end);
    expect(ends.filter((end) => end.startsWith('Headphones'))).toEqual(['Headphones, Ear, both sides']);
    expect(ends.filter((end) => end.startsWith('Loudspeaker'))).toHaveLength(2);
    expect(new Set(ends).size).toBe(ends.length);
  });

  it('a socket with nothing in it', () => {
    const rig = after(skerryLight, (now) => removeLead(now, 'neighbour-lead'));
    const trace = traceSocket(rig, { device: 'mixer', port: 'in4' });
    expect(trace.comesFrom).toEqual([]);
    expect(trace.goesTo.length).toBeGreaterThan(0);
    expect(traceSocket(skerryLight, { device: 'mixer', port: 'usb' })).toEqual({ comesFrom: [], goesTo: [] });
  });

  it('what cancels does not count as coming from there', () => {
    const rig = buildRig({
      name: 'far',
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [{ kind: 'xlr', ends: ['mic.out', 'desk.in1'], broken: ['hot', 'cold'] }],
      people: [{ id: 'a', name: 'A', effort: 'normal' }],
      placements: [{ person: 'a', device: 'mic', capsule: 'capsule', distanceM: 0.1, offAxisDeg: 0 }],
    });
    expect(traceSocket(rig, { device: 'desk', port: 'in1' }).comesFrom).toEqual([]);
  });
});
