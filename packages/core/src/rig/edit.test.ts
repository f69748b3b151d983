import * as fc from 'fast-check';
import { DEVICE_MODELS, LEAD_KINDS } from '../catalogue';
import { skerryLight } from '../demo';
import { buildRig } from './build-rig';
import {
  addDevice,
  applyEdit,
  changeDevice,
  changeLead,
  combineEdits,
  connect,
  freeId,
  madeBy,
  putPerson,
  putPlacement,
  readRigValue,
  removeDevice,
  removeLead,
  removePlacement,
  setAssumptions,
  setControl,
  setName,
  setNotes,
  setTarget,
  squash,
  tryEdit,
  type Edit,
  type Plugged,
  type Rig,
} from '.';

/** A way to make an edit of whatever rig is at hand from three random numbers; undefined when it does not apply. */
type Maker = (rig: Rig, a: number, b: number, c: number) => Edit | undefined;

const pick = <T>(items: readonly T[], n: number): T | undefined => items[n % Math.max(1, items.length)];

const someEnd = (rig: Rig, n: number): Plugged => {
  const device = pick(rig.devices, n);
  const port = device && pick(rig.models.find(({ id }) => id === device.model)?.ports ?? [], n >> 3);
  return device && port ? { device: device.id, port: port.id } : null;
};

const MAKERS: Maker[] = [
  (rig, a) => addDevice(rig, pick(DEVICE_MODELS, a)!),
  (rig, a) => {
    const device = pick(rig.devices, a);
    return device && removeDevice(rig, device.id);
  },
  (rig, a, b, c) => {
    const kind = pick(LEAD_KINDS, a)!;
    return connect(
      rig,
      kind,
      kind.ends.map((_, end) => (end === 0 ? someEnd(rig, b) : someEnd(rig, c + end))),
    );
  },
  (rig, a) => {
    const lead = pick(rig.leads, a);
    return lead && removeLead(rig, lead.id);
  },
  (rig, a, b) => {
    const lead = pick(rig.leads, a);
    return lead && changeLead(rig, lead.id, { lengthM: b % 60 });
  },
  (rig, a, b, c) => {
    const device = pick(rig.devices, a);
    const control = device && pick(rig.models.find(({ id }) => id === device.model)?.controls ?? [], b);
    return (
      control && setControl(rig, device.id, control.id, control.kind === 'gain' ? (c % 80) - 10 : c % 2 === 0)
    );
  },
  (rig, a, b) => {
    const device = pick(rig.devices, a);
    return device && changeDevice(rig, device.id, { name: `Device ${b}`, place: 'elsewhere' });
  },
  (rig, a) => putPerson(rig, { id: freeId(rig, 'person'), name: `Person ${a}`, effort: 'loud' }),
  (rig, a, b, c) => {
    const person = pick(rig.people, a);
    const microphone = pick(rig.devices, b);
    return (
      person &&
      microphone &&
      putPlacement(rig, {
        id: freeId(rig, 'seat'),
        person: person.id,
        device: microphone.id,
        capsule: 'capsule',
        distanceM: 0.05 + (c % 40) / 20,
        offAxisDeg: c % 180,
      })
    );
  },
  (rig, a) => {
    const placement = pick(rig.placements, a);
    return placement && removePlacement(rig, placement.id);
  },
  (rig, a) => setTarget(rig, a % 2 ? 'live' : 'recording'),
  (rig, a) => setName(rig, `Rig ${a}`),
  (rig, a) => setNotes(rig, `Note ${a}`),
  (rig, a) => setAssumptions(rig, { ...rig.assumptions, speechCrestDb: a % 30 }),
];

const numbers = fc.tuple(fc.nat(MAKERS.length - 1), fc.nat(999), fc.nat(999), fc.nat(999));

describe('properties of the edit commands', () => {
  it('apply then undo gives back the same document; redo gives the edited one', () => {
    fc.assert(
      fc.property(numbers, ([maker, a, b, c]) => {
        const edit = MAKERS[maker]!(skerryLight, a, b, c);
        if (!edit) return;
        const before = JSON.stringify(skerryLight);
        const { rig, inverse } = applyEdit(skerryLight, edit);
        expect(JSON.stringify(skerryLight)).toBe(before);
        const undone = applyEdit(rig, inverse);
        expect(undone.rig).toEqual(skerryLight);
        expect(applyEdit(undone.rig, undone.inverse).rig).toEqual(rig);
      }),
      { numRuns: 300 },
    );
  });

  it('any sequence of edits leaves a document that still validates, or is refused', () => {
    fc.assert(
      fc.property(fc.array(numbers, { maxLength: 12 }), (sequence) => {
        let rig = buildRig({ name: 'start', devices: skerryLight.devices.slice(0, 2) });
        for (const [maker, a, b, c] of sequence) {
          const edit = MAKERS[maker]!(rig, a, b, c);
          const result = edit && tryEdit(rig, edit);
          if (result?.ok) rig = result.rig;
          else if (result) expect(result.problems[0]!.cure).not.toBe('');
        }
        const read = readRigValue(JSON.parse(JSON.stringify(rig)));
        expect(read.ok ? [] : read.problems).toEqual([]);
      }),
      { numRuns: 100 },
    );
  });

  it('a whole sequence undone step by step ends where it began', () => {
    fc.assert(
      fc.property(fc.array(numbers, { maxLength: 10 }), (sequence) => {
        let rig: Rig = skerryLight;
        const inverses: Edit[] = [];
        for (const [maker, a, b, c] of sequence) {
          const edit = MAKERS[maker]!(rig, a, b, c);
          const result = edit && tryEdit(rig, edit);
          if (!result?.ok) continue;
          rig = result.rig;
          inverses.unshift(result.inverse);
        }
        expect(applyEdit(rig, combineEdits('all', ...inverses)).rig).toEqual(skerryLight);
      }),
      { numRuns: 60 },
    );
  });
});

describe('single commands', () => {
  it('removing a device takes its leads, its talkers and what apps chose of it', () => {
    const { rig } = applyEdit(skerryLight, removeDevice(skerryLight, 'mixer'));
    expect(rig.leads.map(({ id }) => id)).toEqual(['caller-usb']);
    expect(rig.apps.find(({ computer }) => computer === 'recorder')!.input).toBeNull();
    expect(applyEdit(skerryLight, removeDevice(skerryLight, 'guest-mic')).rig.placements).toHaveLength(
      skerryLight.placements.length - 1,
    );
  });

  it('names the thing that is not there', () => {
    expect(() => removeDevice(skerryLight, 'ghost')).toThrow('There is no device "ghost" in this rig.');
    expect(() => removeLead(skerryLight, 'ghost')).toThrow('There is no lead "ghost" in this rig.');
    const result = tryEdit(skerryLight, {
      label: 'odd',
      steps: [{ collection: 'people', id: 'ghost', path: ['name'], from: 'Ghost', to: 'Host' }],
    });
    expect(result.ok).toBe(false);
  });

  it('an edit made earlier never overwrites a newer value, and says which', () => {
    const earlier = setControl(skerryLight, 'mixer', 'gain1', 40);
    const newer = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 30)).rig;
    const result = tryEdit(newer, earlier);
    expect(result).toMatchObject({
      ok: false,
      problems: [{ where: 'Gain 1 of Lamp room mixer', found: expect.stringContaining('30 dB') }],
    });
    // What it does not touch may have changed.
    const elsewhere = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain2', 30)).rig;
    const both = tryEdit(elsewhere, earlier);
    expect(both.ok && both.rig.devices.find(({ id }) => id === 'mixer')!.settings).toMatchObject({
      gain1: 40,
      gain2: 30,
    });
  });

  it('a gain is one value, and a drag of it is squashed to its first and last', () => {
    const first = setControl(skerryLight, 'mixer', 'gain1', 40);
    expect(first.steps).toEqual([
      { collection: 'devices', id: 'mixer', path: ['settings', 'gain1'], from: 54, to: 40 },
    ]);
    const second = setControl(applyEdit(skerryLight, first).rig, 'mixer', 'gain1', 20);
    expect(squash(combineEdits('Drag', first, second)).steps).toEqual([{ ...first.steps[0], to: 20 }]);
  });

  it('says what it made', () => {
    const xlr = LEAD_KINDS.find(({ id }) => id === 'xlr')!;
    expect(madeBy(connect(skerryLight, xlr, [null, null], 3, 'spare'))).toEqual([
      { collection: 'leads', id: 'spare' },
    ]);
    expect(madeBy(setControl(skerryLight, 'mixer', 'gain1', 40))).toEqual([]);
  });

  it('two leads in one socket are refused with the socket named', () => {
    const xlr = LEAD_KINDS.find(({ id }) => id === 'xlr')!;
    const result = tryEdit(skerryLight, connect(skerryLight, xlr, [null, { device: 'mixer', port: 'in1' }]));
    expect(result.ok).toBe(false);
    expect(result.ok ? '' : result.problems[0]!.found).toBe('Lamp room mixer, Input 1');
  });

  it('a gain outside its range is refused with the range', () => {
    const result = tryEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 90));
    expect(result.ok ? '' : result.problems[0]!.expected).toBe('0 to 60 dB');
  });

  it('devices of one model get names and ids of their own', () => {
    const model = DEVICE_MODELS[0]!;
    const one = applyEdit(skerryLight, addDevice(skerryLight, model)).rig;
    const two = applyEdit(one, addDevice(one, model)).rig;
    const made = two.devices.slice(-2);
    expect(made[0]!.id).not.toBe(made[1]!.id);
    expect(made[0]!.name).not.toBe(made[1]!.name);
  });
});

describe('an edit refused in the words of the trade', () => {
  const refusal = (edit: Edit) => {
    const tried = tryEdit(skerryLight, edit);
    return tried.ok ? undefined : tried.problems[0];
  };

  it('a second lead in a socket: the lead and the socket by their names, no ids', () => {
    const kind = skerryLight.leadKinds.find(({ id }) => id === 'xlr')!;
    const edit = connect(skerryLight, kind, [{ device: 'mixer', port: 'in1' }, null]);
    expect(refusal(edit)).toMatchObject({
      where: expect.stringMatching(/^Where it is plugged of XLR lead \(Lamp room mixer, Input 1/),
      found: 'Lamp room mixer, Input 1',
    });
  });

  it('a control out of its range: the control of its device', () => {
    expect(refusal(setControl(skerryLight, 'mixer', 'gain1', 900))?.where).toBe('Gain 1 of Lamp room mixer');
  });
});
