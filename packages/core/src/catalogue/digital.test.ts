import { buildRig, lookup } from '../rig';
import { digitalLinks } from '../flow';
import { connectorById, contactsBetween, DEVICE_MODELS, LEAD_KINDS, type DigitalFormat } from '.';

const PORTS = DEVICE_MODELS.flatMap((model) =>
  model.ports.flatMap((port) => (port.digital ? [[`${model.id} ${port.id}`, model, port] as const] : [])),
);

/** Channels a format carries: S/PDIF two (IEC 60958), ADAT eight at 48 kHz (common practice), HDMI eight, Bluetooth two (memory), a word clock none. */
const MOST: Record<DigitalFormat, number> = { spdif: 2, adat: 8, hdmi: 8, bluetooth: 2, 'word-clock': 0 };

describe('sockets that carry sound as data', () => {
  it.each(PORTS)(
    '%s: no more channels than its format carries, each a point with a full scale',
    (_id, model, port) => {
      for (const points of [port.digital!.sends ?? [], port.digital!.receives ?? []]) {
        expect(points.length).toBeLessThanOrEqual(MOST[port.digital!.format]);
        for (const id of points) {
          const point = model.points.find((candidate) => candidate.id === id)!;
          expect(point.unit).toBe('dBFS');
          expect(point.ceiling).toBe(0);
        }
      }
      const count = (port.digital!.sends ?? port.digital!.receives ?? []).length;
      expect(count > 0).toBe(MOST[port.digital!.format] > 0);
    },
  );

  it.each(PORTS)('%s: some lead of the catalogue goes in', (_id, _model, port) => {
    const leads = LEAD_KINDS.filter(({ ends }) =>
      ends.some(({ connector }) => contactsBetween(connector, port.connector)),
    );
    expect(leads.length).toBeGreaterThan(0);
  });

  it('every format that is sent is understood by something else in the catalogue', () => {
    const sent = new Set(
      PORTS.filter(([, , port]) => port.digital!.sends).map(([, , port]) => port.digital!.format),
    );
    for (const format of sent) {
      const hears = PORTS.filter(([, , port]) => port.digital!.format === format && port.digital!.receives);
      expect(hears.length).toBeGreaterThan(0);
    }
  });

  it('a camera’s sound reaches the switcher with the picture, both sides in order', () => {
    const rig = buildRig({
      name: 'picture',
      devices: [
        { id: 'camera', model: 'camera' },
        { id: 'switcher', model: 'video-switcher' },
      ],
      leads: [{ kind: 'hdmi', ends: ['camera.hdmi', 'switcher.hdmi2'] }],
    });
    expect(digitalLinks(lookup(rig))[0]!.channels).toEqual([
      ['track-left', 'picture2-left'],
      ['track-right', 'picture2-right'],
    ]);
  });
});

describe('power', () => {
  it('what is earthed leads its earth contact to its metal, what is not has none', () => {
    for (const model of DEVICE_MODELS) {
      for (const port of model.ports) {
        if (connectorById(port.connector)!.medium !== 'mains') continue;
        const isEarthed = port.connector.startsWith('mains-earthed');
        const bonds = model.elements.flatMap((element) => (element.kind === 'bond' ? [element.pins] : []));
        const isBonded = bonds.some((pins) => pins.includes(`${port.id}.E`) && pins.includes('chassis'));
        expect(isBonded).toBe(isEarthed);
      }
    }
  });

  it('two flat pins go into an earthed outlet and find no earth there; the earthed plug never into a two-pin inlet', () => {
    const touched = contactsBetween('mains-two-pin-plug', 'mains-earthed-socket')!;
    expect(touched.map(([pin]) => pin)).toEqual(['L', 'N']);
    expect(contactsBetween('mains-earthed-plug', 'mains-two-pin-socket')).toBeUndefined();
  });

  it('mains and sound never mate', () => {
    const [mains, sound] = [['mains', 'dc'], ['analogue']].map((media) =>
      LEAD_KINDS.flatMap(({ ends }) => ends.map(({ connector }) => connector)).filter((id) =>
        media.includes(connectorById(id)!.medium),
      ),
    );
    const sockets = DEVICE_MODELS.flatMap(({ ports }) => ports.map(({ connector }) => connector));
    for (const socket of new Set(sockets)) {
      const isPower = ['mains', 'dc'].includes(connectorById(socket)!.medium);
      for (const plug of new Set(isPower ? sound : mains))
        expect(contactsBetween(plug, socket)).toBeUndefined();
    }
  });
});
