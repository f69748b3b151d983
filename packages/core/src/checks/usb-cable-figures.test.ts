import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { usbCableTooLong } from './usb-cable-too-long';

/** A mixer on a computer; how long the way is, is written down by hand. USB 2.0 allows 5 m (its cable delay budget). */
const solved = solve(
  rigOf({
    devices: [
      { id: 'pc', model: 'laptop-earthed', name: 'PC' },
      { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
    ],
    leads: [{ id: 'usb', kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'], lengthM: 3 }],
  }),
);
const said = (lengthM: number) => {
  const links = solved.usb.links.map((link) => ({ ...link, lengthM }));
  return usbCableTooLong({ ...solved, usb: { ...solved.usb, links } });
};

it('five metres are allowed, and no more', () => {
  expect(said(5)).toEqual([]);
  const [found] = said(5.1);
  expect(found).toMatchObject({ severity: 'fault', title: '5.1 m of USB lead to Desk, 5 m at most' });
  expect(found!.figures.map(({ value }) => value)).toEqual([5.1, 5]);
  expect(found!.places).toEqual([{ lead: 'usb' }, { device: 'desk' }]);
});
