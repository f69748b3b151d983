import { modelById } from '../catalogue';
import { solve, solveRig } from '../offers';
import { addDevice, connect, lookup, setAssumptions, swapModel, wear, type Rig } from '../rig';
import { after } from '../rig/testing';
import { callerEcho } from './caller-echo';
import { ordinaryDesks } from './desks.testing';
import { DESKS, talk } from './feeds.testing';
import { matingLeads } from './fixes/trial';
import { pressEveryFix } from './pressed.testing';

const idsIn = (rig: Rig) => new Set(solveRig(rig).findings.map(({ id }) => id));
const echoIn = (rig: Rig) => solveRig(rig).findings.filter(({ code }) => code === 'caller-echo');

const headphonesOf = (rig: Rig): string | undefined =>
  rig.devices.find(({ id }) => lookup(rig).modelOf(id)?.kind === 'headphones')?.id;

/** A desk with closed headphones in its first free headphone socket, if it has one and nobody listens yet. */
const withHeadphones = (rig: Rig): Rig => {
  if (headphonesOf(rig)) return rig;
  const added = after(rig, (now) => addDevice(now, modelById('headphones'), { id: 'worn' }));
  const find = lookup(rig);
  for (const { id } of rig.devices) {
    for (const port of find.modelOf(id)!.ports) {
      if (port.side !== 'out' || !/phones/.test(port.id) || find.inPort(id, port.id)) continue;
      const [from, to] = [
        { device: id, port: port.id },
        { device: 'worn', port: 'in' },
      ];
      const [lead] = matingLeads(added, from, to);
      if (lead) return after(added, (now) => connect(now, lead.kind, lead.flipped ? [to, from] : [from, to]));
    }
  }
  return rig;
};

describe('headphones someone wears', () => {
  const ordinary = ordinaryDesks()
    .map(([name, rig]): [string, Rig] => [name, withHeadphones(rig)])
    .filter(([, rig]) => headphonesOf(rig) && rig.people.length > 0);

  it('are tried on many desks', () => {
    expect(ordinary.length).toBeGreaterThan(30);
  });

  it.each(ordinary)('closed, they change nothing: %s', (_name, rig) => {
    const worn = after(rig, (now) => wear(now, headphonesOf(now)!, now.people[0]!.id));
    expect(worn.people[0]!.wears).toBeDefined();
    expect(idsIn(worn)).toEqual(idsIn(rig));
  });

  /** Turned up as far as many wear them. */
  const LOUD: Record<string, Record<string, number>> = {
    'podcast mixer, its first port': { 'phones-volume1': -12 },
    'mixer, its mix by USB': { 'phones-volume': -6 },
  };

  /** A talk with a far end so far away, heard by open headphones. */
  const open = (desk: string, person: number, networkMs: number): Rig => {
    const rig = talk(DESKS[desk]!, 'call', LOUD[desk]);
    return after(
      rig,
      (now) => swapModel(now, headphonesOf(now)!, modelById('headphones-open')),
      (now) => wear(now, headphonesOf(now)!, now.people[person]!.id),
      (now) => setAssumptions(now, { ...now.assumptions, networkMs }),
    );
  };
  const bad = Object.keys(DESKS).flatMap((desk) =>
    [0, 1].flatMap((person) =>
      [80, 120, 160, 250, 400].map((ms): [string, number, number] => [desk, person, ms]),
    ),
  );

  it.each(bad)('open, the far end hears itself by them: %s, talker %i, %i ms', (desk, person, ms) => {
    const rig = open(desk, person, ms);
    const [found] = echoIn(rig);
    expect(found?.title).toMatch(/hears itself \d+ ms late$/);
    expect(pressEveryFix(rig, 'caller-echo', ['danger', 'fault', 'caution'])).toContain(
      'Wear closed headphones in place of Headphones',
    );
  });

  it('turned down by what the echo lacks, and a decibel', () => {
    const [found] = callerEcho(solve(open('podcast mixer, its first port', 0, 160)));
    const [, , weaker, wanted] = found!.figures.map(({ value }) => value);
    const [label] = found!.propose().map((fix) => fix.label);
    const to = -12 - (wanted! - weaker! + 1);
    const said = Number(/down to −(\d+) dB$/.exec(label!)?.[1]);
    // In whole decibels of its volume.
    expect(Math.abs(-said - to)).toBeLessThan(1);
  });

  it('say where it comes from: nobody wears them, nobody hears it', () => {
    const [desk] = Object.keys(DESKS);
    const rig = open(desk!, 0, 160);
    expect(echoIn(after(rig, (now) => wear(now, headphonesOf(now)!, undefined)))).toEqual([]);
    expect(echoIn(after(rig, (now) => swapModel(now, headphonesOf(now)!, modelById('headphones'))))).toEqual(
      [],
    );
  });
});
