import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { whereReads } from '../units/where-reads.testing';
import { phantomIntoOutput } from './phantom-into-output';

/** A laptop’s jack on a phantom-fed input; its maker allows 5.5 V and 5 mA. What a voltmeter reads there is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'laptop', model: 'laptop-c', name: 'Laptop' },
    { id: 'desk', model: 'mixer-4-usb', name: 'Desk', settings: { phantom: true } },
  ],
  leads: [{ id: 'bad', kind: 'mini-xlr', ends: ['laptop.jack', 'desk.in1'], lengthM: 3 }],
});
const solved = solve(rig);
const measured = solved.circuit.outputsDc.filter(({ device }) => device === 'laptop');

type Reading = Partial<(typeof measured)[number]>;
const said = (...readings: Reading[]) =>
  phantomIntoOutput({
    ...solved,
    circuit: {
      ...solved.circuit,
      outputsDc: readings.map((one, at) => ({ ...measured[at % measured.length]!, ...one })),
    },
  });
const within = { idleVolts: 5, volts: 5, milliamps: 1, milliwatts: 5 };

it('as it is solved: danger, and the figures of the circuit', () => {
  const [found, ...more] = said(...measured.map(() => ({})));
  expect(more).toEqual([]);
  expect(found).toMatchObject({ severity: 'danger', title: 'Laptop gets 46 V into its headset jack' });
  expect(found!.places).toEqual([{ device: 'laptop', port: 'jack' }, { lead: 'bad' }, { device: 'desk' }]);
  expect(found!.why).toContain('while the jack is asleep');
  expect(found!.figures.at(-1)).toMatchObject({ label: 'Survives', value: 5.5 });
});

it.each<[string, Reading, string | undefined]>([
  ['within both', within, undefined],
  ['just at both', { ...within, idleVolts: 5.5, milliamps: 5 }, undefined],
  ['more volts than it survives', { ...within, idleVolts: 5.6 }, 'danger'],
  ['just its volts, and three times its current', { ...within, idleVolts: 5.5, milliamps: 15 }, 'caution'],
  ['more current than it is built for', { ...within, milliamps: 6 }, 'caution'],
  ['three times that', { ...within, milliamps: 15 }, 'caution'],
  ['more than three times that', { ...within, milliamps: 15.1 }, 'danger'],
])('%s', (_what, reading, severity) => expect(said(reading)[0]?.severity).toBe(severity));

it('less than ten volts are told in tenths; asleep or not is told', () => {
  expect(said({ ...within, idleVolts: 9.96, milliamps: 6 })[0]!.title).toContain('10.0 V');
  expect(said({ ...within, idleVolts: 10, milliamps: 6 })[0]!.title).toContain(' 10 V');
  expect(said({ ...within, idleVolts: 12, milliamps: 6 })[0]!.title).toContain(' 12 V');
  const awake = whereReads(5.2, (volts) => volts + 0.1, 5, 5.2);
  expect(said({ ...within, volts: awake, idleVolts: 5.2, milliamps: 6 })[0]!.why).toContain('on its contact');
  expect(said({ ...within, idleVolts: 5.2, milliamps: 6 })[0]!.why).toContain(
    '5.2 V while the jack is asleep',
  );
  expect(said({ ...within, idleVolts: 5.05, milliamps: 6 })[0]!.why).toContain('on its contact');
});

it('the first cure is another input; phantom goes off before the lead is pulled, as a last resort', () => {
  const labels = said({})[0]!
    .propose()
    .map(({ label }) => label);
  expect(labels[0]).toBe('Plug it into Stereo return with a stereo mini-jack lead');
  expect(labels).toContainEqual(expect.stringMatching(/^Switch .*phantom.* off/i));
  expect(labels.at(-1)).toBe('Unplug this lead');
});

it('what nobody has stated a limit of, and what is no output, is left alone', () => {
  expect(said({ element: 'ghost' })).toEqual([]);
  const free = {
    ...rig,
    models: rig.models.map((model) => ({
      ...model,
      elements: model.elements.map((one) => (one.kind === 'output' ? { ...one, tolerates: undefined } : one)),
    })),
  } as typeof rig;
  expect(phantomIntoOutput(solve(free))).toEqual([]);
});
