import { lookup } from '../rig';
import { rigOf, type Rows } from '../rig/testing';
import { solveCircuit } from './circuit';
import { humAtInput } from './hum';

const solved = (rows: Rows) => solveCircuit(lookup(rigOf(rows)));
const at = (rows: Rows, device: string) => {
  const circuit = solved(rows);
  const reading = circuit.inputs.find((input) => input.device === device)!;
  return humAtInput(circuit.hum, reading);
};

/** Earthed mixer into an earthed loudspeaker, 6 m. */
const intoSpeaker = (kind: string, lengthM = 6) => ({
  devices: [
    { id: 'desk', model: 'mixer-4-usb' },
    { id: 'speaker', model: 'loudspeaker' },
  ],
  leads: [{ kind, ends: ['desk.outL', 'speaker.in'], lengthM }],
});

describe('hum that flows through screens', () => {
  it('two earths 5 mV apart each, 0.2 Ω of earth wire, 6 m of screen at 0.08 Ω/m and two plugs (Ohm’s law)', () => {
    const { hum } = solved(intoSpeaker('ts-635'));
    const screen = 6 * 0.08 + 0.02;
    // One earth at a time: its 5 mV behind 0.2 Ω, the screen, the other's 0.2 Ω.
    const current = 5e-3 / (0.2 + screen + 0.2);
    expect(hum.desk![0]! - hum.speaker![0]!).toBeCloseTo(current * screen, 6);
    // Both, as powers; a jack lead without a second leg hears it as the 240 Ω output and the 20 kΩ input share it.
    const heard = (Math.SQRT2 * current * screen * 20_000) / 20_240;
    expect(at(intoSpeaker('ts-635'), 'speaker')).toBeCloseTo(heard, 5);
  });

  it('a balanced lead leaves what the input’s 60 dB of rejection lets through', () => {
    const [unbalanced, balanced] = [
      at(intoSpeaker('ts-635'), 'speaker'),
      at(intoSpeaker('trs-635'), 'speaker'),
    ];
    expect(20 * Math.log10(balanced / unbalanced)).toBeLessThan(-50);
  });

  it('two leads side by side into gear on one earth carry none', () => {
    const twins = {
      devices: [
        { id: 'keys', model: 'keyboard' },
        { id: 'box', model: 'interface-2' },
      ],
      leads: [
        { kind: 'ts-635', ends: ['keys.left', 'box.in1'], lengthM: 3 },
        { kind: 'ts-635', ends: ['keys.right', 'box.in2'], lengthM: 3 },
      ],
    };
    expect(at(twins, 'box')).toBe(0);
  });

  it('leads plugged into one another are one screen', () => {
    const chain = {
      ...intoSpeaker('ts-635'),
      leads: [
        { id: 'a', kind: 'trs-xlr', ends: ['desk.outL', null], lengthM: 3 },
        { kind: 'xlr', ends: ['a/1', 'speaker.in'], lengthM: 3 },
      ],
    };
    expect(Object.keys(solved(chain).hum).sort()).toEqual(['desk', 'speaker']);
  });

  it('a transformer in between opens the ring', () => {
    const isolated = {
      devices: [...intoSpeaker('ts-635').devices, { id: 'box', model: 'di-line' }],
      leads: [
        { kind: 'ts-635', ends: ['desk.outL', 'box.in'], lengthM: 1 },
        { kind: 'xlr', ends: ['box.out', 'speaker.in'], lengthM: 6 },
      ],
    };
    const hum = at(isolated, 'speaker');
    expect(hum).toBeLessThan(1e-5);
  });
});
