import { solve } from '../../offers';
import { allMembers, setControl, type JoinedInput, type Rig } from '../../rig';
import { after, recorder, rigOf, wiring, type Rows } from '../../rig/testing';
import { channelsInstead, letLead, outputsFor, resampleOthers, withoutMissing } from './joined';
import { setInputTo } from './level';
import {
  devicesOf,
  lastLegs,
  leadsBetween,
  shortenLead,
  unplugBetween,
  unplugFrom,
  useOtherInput,
  useOtherOutput,
  withArticle,
} from './rewire';

const labels = (fixes: { label: string }[]) => fixes.map(({ label }) => label);
const withLeads = (...leads: NonNullable<Rows['leads']>): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand', name: 'Mic' },
      { id: 'player', model: 'player', name: 'Player' },
      { id: 'box', model: 'interface-2', name: 'Box' },
      { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
      { id: 'camera', model: 'camera', name: 'Camera' },
    ],
    leads,
  });

describe('a lead made shorter', () => {
  const shorter = (lengthM: number, share: number) => {
    const rig = withLeads({ id: 'run', kind: 'trs-635', ends: ['box.outL', 'desk.aux'], lengthM });
    return {
      usual: rig.leadKinds[0]!.usualLengthsM,
      fixes: labels(shortenLead(rig, rig.leads[0]!, share)),
    };
  };

  it('to the longest usual length within the share of it, the share itself included', () => {
    const { usual } = shorter(10, 0.5);
    expect(usual).toEqual([1, 3, 6, 10]);
    expect(shorter(10, 0.6).fixes).toEqual(['Use a 6 m lead']);
    expect(shorter(10, 0.59).fixes).toEqual(['Use a 3 m lead']);
    expect(shorter(10, 0.05).fixes).toEqual([]);
    expect(shorter(6, 2).fixes).toEqual(['Use a 3 m lead']);
    expect(shorter(1, 2).fixes).toEqual([]);
  });
});

describe('out with a lead', () => {
  const rig = withLeads(
    { id: 'a', kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
    { id: 'b', kind: 'trs-635', ends: ['box.outL', 'desk.aux'] },
    { id: 'c', kind: 'trs-635', ends: ['box.outR', null] },
  );
  const gone = (fixes: ReturnType<typeof unplugFrom>) =>
    fixes.map(({ edit }) =>
      rig.leads
        .filter(({ id }) => !after(rig, edit).leads.some((left) => left.id === id))
        .map(({ id }) => id),
    );

  it('the first in a device’s sockets, the first between two', () => {
    expect(gone(unplugFrom(rig, 'box'))).toEqual([['b']]);
    expect(gone(unplugFrom(rig, 'mic'))).toEqual([['a']]);
    expect(unplugFrom(rig, 'camera')).toEqual([]);
    expect(gone(unplugBetween(rig, 'desk', 'box'))).toEqual([['b']]);
    expect(unplugBetween(rig, 'mic', 'box')).toEqual([]);
    expect(leadsBetween(rig, 'box', 'desk').map(({ id }) => id)).toEqual(['b']);
    expect(devicesOf(rig.leads[2]!)).toEqual(['box']);
  });
});

describe('another socket', () => {
  it('output: another free one that carries sound, never the one it is in, an input or USB', () => {
    const rig = withLeads({ id: 'run', kind: 'trs-635', ends: ['box.outL', 'desk.aux'] });
    const offered = labels(useOtherOutput(rig, rig.leads[0]!));
    expect(offered.length).toBeGreaterThan(0);
    expect(offered.length).toBeLessThanOrEqual(2);
    for (const label of offered)
      expect(label).toMatch(/^Take it from (Headphones|Line out R|.*right.*|.* R) with /);
    const taken = withLeads(
      { id: 'run', kind: 'trs-635', ends: ['box.outL', 'desk.aux'] },
      { id: 'r', kind: 'trs-635', ends: ['box.outR', null] },
      { id: 'p', kind: 'trs-635', ends: ['box.phones', null] },
    );
    expect(useOtherOutput(taken, taken.leads[0]!)).toEqual([]);
  });

  it('input: of another shape, free, and with the lead that does it best', () => {
    const rig = withLeads({ id: 'run', kind: 'mini-xlr', ends: ['player.out', 'desk.in1'], lengthM: 2.5 });
    const [fix] = useOtherInput(rig, rig.leads[0]!);
    expect(fix!.label).toBe('Plug it into Stereo return with a stereo mini-jack lead');
    expect(wiring(after(rig, fix!.edit))).toEqual([
      expect.stringMatching(/mini 3 m, player\.out – desk\.aux$/),
    ]);
    const full = withLeads(
      { id: 'run', kind: 'mini-xlr', ends: ['player.out', 'desk.in1'] },
      { id: 'aux', kind: 'mini', ends: [null, 'desk.aux'] },
    );
    expect(useOtherInput(full, full.leads[0]!)).toEqual([]);
  });

  it('the last legs of a run: the lead itself, or those plugged into its far end', () => {
    const rig = withLeads(
      { id: 'run', kind: 'xlr', ends: ['mic.out', null] },
      { id: 'on', kind: 'xlr', ends: ['run/1', 'desk.in1'] },
    );
    const legs = (id: string) =>
      lastLegs(
        rig,
        rig.leads.find((lead) => lead.id === id)!,
      ).map(({ leg, from, to }) => [leg.id, from, to]);
    expect(legs('run')).toEqual([['on', { lead: 'run', end: 1 }, { device: 'desk', port: 'in1' }]]);
    expect(legs('on')).toEqual(legs('run'));
    const backwards = withLeads({ id: 'run', kind: 'xlr', ends: ['desk.in1', 'mic.out'] });
    expect(lastLegs(backwards, backwards.leads[0]!)[0]).toMatchObject({
      from: { device: 'mic' },
      to: { device: 'desk' },
    });
  });

  it('set to another kind of signal, where a switch there does that and stands otherwise', () => {
    const rig = withLeads({ id: 'run', kind: 'trs-635', ends: ['desk.outL', 'box.in1'] });
    const instrument = after(rig, (now) => setControl(now, 'box', 'instrument1', true));
    const set = (of: Rig, signal: 'line' | 'instrument' | 'microphone') =>
      labels(setInputTo(solve(of), of.leads[0]!, signal));
    expect(set(rig, 'instrument')).toEqual([expect.stringMatching(/^Switch .+ on$/)]);
    expect(set(instrument, 'line')).toEqual([expect.stringMatching(/^Switch .+ off$/)]);
    expect(set(rig, 'line')).toEqual([]);
    expect(set(instrument, 'instrument')).toEqual([]);
    expect(set(rig, 'microphone')).toEqual([]);
    const [fix] = setInputTo(solve(instrument), rig.leads[0]!, 'line');
    const then = after(instrument, fix!.edit).devices.find(({ id }) => id === 'box')!;
    expect(then.settings).toMatchObject({ instrument1: false });
    const free = withLeads({ id: 'run', kind: 'trs-635', ends: ['desk.outL', null] });
    expect(setInputTo(solve(free), free.leads[0]!, 'line')).toEqual([]);
  });
});

it.each([
  ['XLR lead', 'an XLR lead'],
  ['USB lead A to B', 'a USB lead A to B'],
  ['RCA to jack lead', 'an RCA to jack lead'],
  ['Stereo mini-jack lead', 'a stereo mini-jack lead'],
  ['In-line pad', 'an in-line pad'],
  ['One-input USB interface', 'a one-input USB interface'],
  ['Isolator box', 'an isolator box'],
  ['DI box', 'a DI box'],
  ['HDMI lead', 'an HDMI lead'],
])('%s: %s', (name, expected) => expect(withArticle(name)).toBe(expected));

describe('a joined input', () => {
  const joined: JoinedInput = {
    id: 'both',
    name: 'Both',
    computer: 'pc',
    clock: 'a',
    members: [
      { device: 'a', stream: 'usb-in', resampled: false },
      { device: 'b', stream: 'usb-in', resampled: false },
    ],
  } as JoinedInput;
  const rig = rigOf({
    devices: [
      { id: 'a', model: 'interface-2', name: 'A' },
      { id: 'b', model: 'interface-2', name: 'B' },
      { id: 'pc', model: 'desktop', name: 'PC', apps: [recorder('a')] },
    ],
    leads: [
      { kind: 'usb-a-c', ends: ['pc.usb1', 'a.usb'] },
      { kind: 'usb-a-c', ends: ['pc.usb2', 'b.usb'] },
    ],
    joinedInputs: [joined],
  });
  const solved = solve(rig);
  const one = rig.joinedInputs[0]!;
  const then = (fix: { edit: Parameters<typeof after>[1] }) => after(rig, fix.edit as never).joinedInputs[0]!;

  it('another of its devices leads, not the one that does', () => {
    expect(labels(letLead(solved, one))).toEqual(['Let B lead Both, and resample the others']);
    expect(labels(letLead(solved, { ...one, clock: null }))).toEqual([
      'Let A lead Both, and resample the others',
      'Let B lead Both, and resample the others',
    ]);
    expect(then(letLead(solved, one)[0]!).clock).toBe('b');
  });

  it('those that drift are resampled, and no others', () => {
    expect(labels(resampleOthers(solved, one, ['b']))).toEqual(['Resample B']);
    expect(labels(resampleOthers(solved, one, ['a', 'b']))).toEqual(['Resample the 2 that drift']);
    expect(
      allMembers(then(resampleOthers(solved, one, ['b'])[0]!)).map(({ resampled }) => resampled === true),
    ).toEqual([false, true]);
  });

  it('an entry without channels goes, or its device’s other stream comes in its place', () => {
    const fixes = channelsInstead(solved, one, { device: 'b', stream: 'usb-in' }, 'input');
    expect(labels(fixes)).toEqual(['Take the entry without inputs out of Both']);
    expect(allMembers(then(fixes[0]!)).map(({ device }) => device)).toEqual(['a']);
    const wrong = { ...one, members: [one.members[0]!, { ...one.members[1]!, stream: 'usb-out' }] };
    expect(labels(channelsInstead(solved, wrong, { device: 'b', stream: 'usb-out' }, 'input'))[0]).toMatch(
      /^Take “.+” of B into Both$/,
    );
  });

  it('it plays through who leads first, then through the others in it', () => {
    expect(labels(outputsFor(solved, { ...one, clock: 'b' })).map((label) => label.slice(-4))).toEqual([
      expect.stringMatching(/of B$/),
      expect.stringMatching(/of A$/),
      ...Array.from({ length: outputsFor(solved, one).length - 2 }, () => expect.any(String) as string),
    ]);
    expect(labels(outputsFor(solved, one))[0]).toMatch(/of A$/);
  });

  it('without what is not there; somebody leads still', () => {
    const [fix] = withoutMissing(solved, one, ['a']);
    expect(fix!.label).toBe('Take A out of Both');
    expect(then(fix!)).toMatchObject({ clock: 'b' });
    expect(allMembers(then(fix!)).map(({ device }) => device)).toEqual(['b']);
    expect(withoutMissing(solved, one, ['a', 'b'])).toEqual([]);
    expect(then(withoutMissing(solved, one, ['b'])[0]!)).toMatchObject({ clock: 'a' });
  });
});
