import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { overfed } from './overfed';

/** A lapel capsule for plug-in power on a phantom-fed input; what it stands on is written down by hand. */
const solved = solve(
  rigOf({
    devices: [
      { id: 'lapel', model: 'mic-lavalier', name: 'Lapel' },
      { id: 'desk', model: 'mixer-4-usb', settings: { phantom: true } },
    ],
    leads: [{ kind: 'mini-xlr', ends: ['lapel.out', 'desk.in1'] }],
  }),
);
const load = solved.circuit.loads.find(({ device }) => device === 'lapel')!;
const said = (volts: number) =>
  overfed({ ...solved, circuit: { ...solved.circuit, loads: [{ ...load, volts, maxVolts: 10 }] } });

it('what it stands it may have; more is a danger', () => {
  expect(said(10)).toEqual([]);
  expect(said(10.1)).toMatchObject([{ severity: 'danger', title: 'Lapel gets 10 V and stands 10 V' }]);
  expect(said(24)[0]!.title).toBe('Lapel gets 24 V and stands 10 V');
});
