import { skerryLight } from '../demo';
import { waysBetween } from '../flow';
import type { Rig } from '../rig';
import { people, recorder, rigOf, seat } from '../rig/testing';
import { solve } from './solve-rig';
import { leadsAlong } from './way-leads';

/** The leads along each way from one place to another. */
const leads = (rig: Rig, from: string, to: string) => {
  const solved = solve(rig);
  return waysBetween(solved.graph, from, to).map(({ edges }) => leadsAlong(solved, edges));
};

/** A voice by a small mixer to a computer, the USB lead by these. */
const desk = (usb: Parameters<typeof rigOf>[0]['leads'], more: Parameters<typeof rigOf>[0]['devices'] = []) =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-4-usb' },
      { id: 'pc', model: 'laptop-earthed', apps: [recorder('desk')] },
      ...more,
    ],
    leads: [{ id: 'voice', kind: 'xlr', ends: ['mic.out', 'desk.in1'] }, ...(usb ?? [])],
    people: people('ann'),
    placements: [seat('ann', 'mic', 0.05)],
  });

describe('the leads a way of sound goes through', () => {
  it('one after the other, from the capsule to the track', () => {
    const rig = desk([{ id: 'usb', kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'] }]);
    expect(leads(rig, 'voice/ann', 'pc/recorder#t1')).toEqual([['voice', 'usb']]);
  });

  it('through a hub, and not what else hangs on it', () => {
    const rig = desk(
      [
        { id: 'other', kind: 'usb-a-c', ends: ['hub.down1', 'spare.usb'] },
        { id: 'up', kind: 'usb-a-b', ends: ['pc.usb1', 'hub.up'] },
        { id: 'down', kind: 'usb-a-b', ends: ['hub.down2', 'desk.usb'] },
      ],
      [
        { id: 'hub', model: 'hub-powered' },
        { id: 'spare', model: 'mic-usb' },
      ],
    );
    expect(leads(rig, 'voice/ann', 'pc/recorder#t1')).toEqual([['voice', 'down', 'up']]);
  });

  it('a lead that is lengthened: both of them', () => {
    const rig = desk([
      { id: 'longer', kind: 'usb-extension', ends: ['pc.usb2'] },
      { id: 'usb', kind: 'usb-a-b', ends: ['longer/1', 'desk.usb'] },
    ]);
    expect(leads(rig, 'voice/ann', 'pc/recorder#t1')).toEqual([['voice', 'usb', 'longer']]);
  });

  it('of two leads between the same two boxes the one whose socket it leaves by', () => {
    expect(leads(skerryLight, 'voice/keeper', 'speaker-l:driver')[0]).toEqual([
      'keeper-lead',
      'speaker-lead-l',
    ]);
    expect(leads(skerryLight, 'voice/keeper', 'speaker-r:driver')[0]).toEqual([
      'keeper-lead',
      'speaker-lead-r',
    ]);
  });

  it('over air there is none', () => {
    const solved = solve(skerryLight);
    const [way] = waysBetween(solved.graph, 'voice/keeper', 'phones:ear-left');
    expect(
      leadsAlong(
        solved,
        way!.edges.filter(({ kind }) => kind === 'air'),
      ),
    ).toEqual([]);
    expect(leadsAlong(solved, [])).toEqual([]);
  });
});
