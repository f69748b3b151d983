import { buildRig, applyEdit, changeLead } from '../rig';
import { offerLeads } from './lead-offers';
import { leadResponse, RESPONSE_HERTZ } from './lead-response';

const guitar = (lengthM: number, kind = 'ts-635') =>
  buildRig({
    name: 'guitar',
    devices: [
      { id: 'guitar', model: 'guitar' },
      { id: 'box', model: 'interface-2', settings: { instrument1: true } },
    ],
    leads: [{ id: 'run', kind, ends: ['guitar.out', 'box.in1'], lengthM }],
  });

const sourceOhms = (rig: ReturnType<typeof guitar>) => {
  const output = rig.models.flatMap(({ elements }) => elements).find(({ kind }) => kind === 'output')!;
  return output.kind === 'output' ? output.ohms : NaN;
};

describe('what a lead does over frequency', () => {
  it.each([1, 3, 10])('a first-order low-pass of source, load and cable (arithmetic): %i m', (lengthM) => {
    const rig = guitar(lengthM);
    const [reading] = leadResponse(rig, 'run');
    const source = sourceOhms(rig);
    const load = 1e6;
    const farads = lengthM * 100e-12;
    const parallel = (source * load) / (source + load);
    for (const { hertz, db } of reading!.points) {
      const gain = load / (load + source) / Math.hypot(1, 2 * Math.PI * hertz * farads * parallel);
      expect(db).toBeCloseTo(20 * Math.log10(gain), 1);
    }
    expect(reading!.points.map(({ hertz }) => hertz)).toEqual([...RESPONSE_HERTZ]);
  });

  it('10 and 20 kHz are told against 1 kHz', () => {
    const [reading] = leadResponse(guitar(10), 'run');
    const at = (hertz: number) => reading!.points.find((point) => point.hertz === hertz)!.db;
    expect(reading!.at10kDb).toBeCloseTo(at(10_000) - at(1000), 9);
    expect(reading!.at20kDb).toBeCloseTo(at(20_000) - at(1000), 9);
    expect(reading!.at20kDb).toBeLessThan(reading!.at10kDb);
    expect(reading!.at1kDb).toBe(at(1000));
  });

  it('a longer unbalanced lead brings more hum: 6 dB for twice the length', () => {
    const under = (lengthM: number) => leadResponse(guitar(lengthM), 'run')[0]!.hum!.underSoundDb;
    expect(under(3) - under(6)).toBeCloseTo(6.02, 0);
  });

  it('nothing for a data lead, a lead that hangs free, or none at all', () => {
    const rig = guitar(3);
    const free = applyEdit(rig, changeLead(rig, 'run', { ends: [null, { device: 'box', port: 'in1' }] })).rig;
    expect(leadResponse(free, 'run')).toEqual([]);
    expect(leadResponse(rig, 'ghost')).toEqual([]);
  });

  it('a balanced and an unbalanced lead are compared at the input before one is chosen', () => {
    const rig = buildRig({
      name: 'two leads',
      devices: [
        { id: 'desk', model: 'mixer-4-usb' },
        { id: 'speaker', model: 'loudspeaker' },
      ],
    });
    const offers = offerLeads(rig, { device: 'desk', port: 'outL' }, { device: 'speaker', port: 'in' });
    const hum = (kind: string) => offers.find((offer) => offer.kind === kind)!.hum!.humDbu;
    expect(hum('ts-635') - hum('trs-635')).toBeGreaterThan(20);
  });
});
