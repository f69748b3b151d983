import { usbGives } from '../../host';
import { solve } from '../../offers';
import type { Rig } from '../../rig';
import { after, rigOf, wiring, type Rows } from '../../rig/testing';
import type { Fix, Solved } from '../finding';
import { hubHalfway, hubWithSupply, inAnotherSocket, oneLead, shorten } from './usb-leads';

/** A mixer on a computer, by one lead or several in a row. */
const wired = (rig: Rig, fix: Fix) => wiring(after(rig, fix.edit));
const byUsb = (leads: NonNullable<Rows['leads']>, devices: Rows['devices'] = []): Rig =>
  rigOf({
    devices: [
      { id: 'pc', model: 'laptop-earthed', name: 'PC' },
      { id: 'desk', model: 'mixer-4-usb' },
      ...devices,
    ],
    leads,
  });
const linkOf = (solved: Solved, device = 'desk') => solved.usb.links.find((link) => link.device === device)!;
const ONE = (lengthM: number) =>
  byUsb([{ id: 'usb', kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'], lengthM }]);
const THREE = byUsb([
  { id: 'far', kind: 'usb-extension', ends: ['pc.usb1'], lengthM: 5 },
  { id: 'mid', kind: 'usb-extension', ends: ['far/1'], lengthM: 3 },
  { id: 'usb', kind: 'usb-a-b', ends: ['mid/1', 'desk.usb'], lengthM: 3 },
]);
const lengths = (rig: Rig, fix: Fix) =>
  Object.fromEntries(after(rig, fix.edit).leads.map(({ id, lengthM }) => [id, lengthM]));

describe('shorter leads', () => {
  const fixes = (rig: Rig, limit: number) => {
    const solved = solve(rig);
    return shorten(solved, linkOf(solved), limit);
  };

  it('one of the usual lengths that is short enough, the longest of them', () => {
    const [fix, ...more] = fixes(ONE(7), 5);
    expect(more).toEqual([]);
    const { usb } = lengths(ONE(7), fix!);
    const usual = solve(ONE(7))
      .find.leadKindOf('usb')!
      .usualLengthsM.filter((one) => one <= 5);
    expect(usb).toBe(Math.max(...usual));
    expect(fix!.label).toBe(`Use a ${usb} m lead and move the gear closer`);
  });

  it('several, the longest first, and no more of them than it takes', () => {
    const [fix] = fixes(THREE, 9);
    const then = lengths(THREE, fix!);
    expect(then['far']! + then['mid']! + then['usb']!).toBeLessThanOrEqual(9);
    expect(then).toMatchObject({ mid: 3, usb: 3 });
    const [much] = fixes(THREE, 5);
    const short = lengths(THREE, much!);
    expect(short['far']! + short['mid']! + short['usb']!).toBeLessThanOrEqual(5);
    expect(much!.label).toBe('Use shorter leads');
  });

  it('a lead of a usual length that cannot be shorter stays as it is', () => {
    // 3 m and 1 m are usual: the extension of a metre is the shortest there is.
    const two = byUsb([
      { id: 'far', kind: 'usb-extension', ends: ['pc.usb1'], lengthM: 1 },
      { id: 'usb', kind: 'usb-a-b', ends: ['far/1', 'desk.usb'], lengthM: 1 },
    ]);
    expect(fixes(two, 1.5)).toEqual([]);
    const three = {
      ...two,
      leads: two.leads.map((lead) => (lead.id === 'usb' ? { ...lead, lengthM: 3 } : lead)),
    };
    const [fix] = fixes(three, 3);
    expect(fix!.edit.steps.map(({ id }) => id)).toEqual(['usb']);
    expect(fix!.label).toMatch(/^Use a \S+ m lead and move the gear closer$/);
  });

  it('what cannot be shorter is not named among what is', () => {
    const chain = rigOf({
      devices: [
        { id: 'pc', model: 'laptop-c', name: 'PC' },
        { id: 'desk', model: 'mixer-4-usb' },
      ],
      leads: [
        { id: 'far', kind: 'usb-c-a', ends: ['pc.usb1', null], lengthM: 0.5 },
        { id: 'mid', kind: 'usb-extension', ends: ['far/1', null], lengthM: 1 },
        { id: 'usb', kind: 'usb-a-b', ends: ['mid/1', 'desk.usb'], lengthM: 1 },
      ],
    });
    const [fix] = fixes(chain, 2.2);
    expect(fix!.label).toBe('Use a 0.1 m lead and move the gear closer');
    expect(lengths(chain, fix!)).toEqual({ far: 0.1, mid: 1, usb: 1 });
  });

  it('just as long as is allowed is short enough', () => {
    const [fix] = fixes(ONE(7), 5);
    const { usb } = lengths(ONE(7), fix!);
    expect(lengths(ONE(7), fixes(ONE(7), usb!)[0]!)).toEqual({ usb });
  });

  it('nothing where the shortest of all are too long', () => expect(fixes(ONE(7), 0.2)).toEqual([]));
});

describe('a hub with its own supply halfway', () => {
  const fixes = (rig: Rig, limit = 5) => {
    const solved = solve(rig);
    return hubHalfway(solved, linkOf(solved), limit);
  };

  it('half the way on either side, in whole halves of a metre', () => {
    const [fix] = fixes(ONE(7));
    expect(wired(ONE(7), fix!)).toEqual([
      'hub-lead: usb-a-b 3.5 m, hub.down1 – desk.usb',
      'usb: usb-a-b 3.5 m, pc.usb1 – hub.up',
    ]);
    expect(after(ONE(7), fix!.edit).devices.at(-1)).toMatchObject({ id: 'hub', model: 'hub-powered' });
  });

  it('up to twice what is allowed, and only in place of a single lead', () => {
    expect(fixes(ONE(10), 5)).toHaveLength(1);
    expect(fixes(ONE(11), 5)).toEqual([]);
    expect(fixes(THREE, 20)).toEqual([]);
  });
});

describe('one lead in place of several', () => {
  const fixes = (rig: Rig) => {
    const solved = solve(rig);
    return oneLead(solved, linkOf(solved));
  };

  it('each usual length of it, the longest first; the others are gone', () => {
    const all = fixes(THREE);
    const made = all.map((fix) => after(THREE, fix.edit).leads);
    expect(made.every((leads) => leads.length === 1)).toBe(true);
    const long = made.map(([lead]) => lead!.lengthM);
    expect(long).toEqual([...long].sort((a, b) => b - a));
    expect(long.length).toBeGreaterThan(1);
    expect(wired(THREE, all[0]!)[0]).toMatch(/^usb: usb-a-b .+ m, pc\.usb1 – desk\.usb$/);
  });

  it('two in a row are several', () => {
    const two = byUsb([
      { id: 'far', kind: 'usb-extension', ends: ['pc.usb1'], lengthM: 5 },
      { id: 'usb', kind: 'usb-a-b', ends: ['far/1', 'desk.usb'], lengthM: 3 },
    ]);
    expect(fixes(two).length).toBeGreaterThan(0);
  });

  it('nothing where there is one already', () => expect(fixes(ONE(3))).toEqual([]));
});

describe('another socket of the computer', () => {
  const fixes = (rig: Rig, milliamps = 0, device = 'desk') => {
    const solved = solve(rig);
    return inAnotherSocket(solved, linkOf(solved, device), milliamps);
  };

  it('each that is free and takes the plug', () => {
    const all = fixes(ONE(2));
    expect(all.map(({ label }) => label)).toEqual([expect.stringMatching(/^Plug .+ into USB-A 2 of PC$/)]);
    expect(wired(ONE(2), all[0]!)).toEqual(['usb: usb-a-b 2 m, pc.usb2 – desk.usb']);
  });

  it('one that gives just what is drawn', () => {
    const { find } = solve(ONE(2));
    const gives = usbGives(find, 'pc', find.port('pc', 'usb2')!);
    expect(fixes(ONE(2), gives)).toHaveLength(1);
    expect(fixes(ONE(2), gives + 1)).toEqual([]);
  });

  it('none that is taken, or gives less than is drawn', () => {
    const full = byUsb(
      [
        { id: 'usb', kind: 'usb-a-b', ends: ['pc.usb1', 'desk.usb'] },
        { id: 'other', kind: 'usb-a-c', ends: ['pc.usb2', 'mic.usb'] },
      ],
      [{ id: 'mic', model: 'mic-usb' }],
    );
    expect(fixes(full)).toEqual([]);
    expect(fixes(ONE(2), 5000)).toEqual([]);
  });

  it('a hub is not plugged into itself', () => {
    const hub = byUsb(
      [
        { id: 'up', kind: 'usb-a-b', ends: ['pc.usb1', 'hub.up'] },
        { id: 'usb', kind: 'usb-a-b', ends: ['hub.down1', 'desk.usb'] },
      ],
      [{ id: 'hub', model: 'hub-powered', name: 'Hub' }],
    );
    expect(fixes(hub, 0, 'hub').map(({ label }) => label)).toEqual(['Plug Hub into USB-A 2 of PC']);
    expect(fixes(hub).some(({ label }) => label.endsWith('of Hub'))).toBe(true);
  });
});

it('a hub with a supply in place of one without; of nothing else', () => {
  const rig = byUsb(
    [{ id: 'up', kind: 'usb-a-b', ends: ['pc.usb1', 'hub.up'] }],
    [{ id: 'hub', model: 'hub-bus', name: 'Hub' }],
  );
  const [fix] = hubWithSupply(solve(rig), 'hub');
  expect(fix!.label).toBe('Use a hub with its own supply in place of Hub');
  expect(after(rig, fix!.edit).devices.find(({ id }) => id === 'hub')!.model).toBe('hub-powered');
  expect(hubWithSupply(solve(rig), 'desk')).toEqual([]);
});
