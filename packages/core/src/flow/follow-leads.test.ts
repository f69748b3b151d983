import { lookup } from '../rig';
import { rigOf, type Rows } from '../rig/testing';
import { followLeads } from './follow-leads';

const DEVICES = [
  { id: 'mic', model: 'mic-usb' },
  { id: 'computer', model: 'desktop' },
];
type Leads = Rows['leads'];
const follow = (
  leads: Leads,
  [device, port]: [string, string] = ['mic', 'usb'],
  carries: Parameters<typeof followLeads>[1] = ({ usb }) => usb !== undefined,
) => followLeads(lookup(rigOf({ devices: DEVICES, leads })), carries)(device, port);
const TO_COMPUTER = { device: 'computer', port: 'usb1' };
const EXTENDED: Leads = [
  { id: 'ext', kind: 'usb-extension', ends: ['computer.usb1', null], lengthM: 3 },
  { id: 'lead', kind: 'usb-a-c', ends: ['ext/1', 'mic.usb'], lengthM: 2 },
];
const TWICE: Leads = [
  { id: 'first', kind: 'usb-extension', ends: ['computer.usb1', null], lengthM: 3 },
  { id: 'second', kind: 'usb-extension', ends: ['first/1', null], lengthM: 1 },
  { id: 'lead', kind: 'usb-a-c', ends: ['second/1', 'mic.usb'], lengthM: 2 },
];

describe('from a socket along the leads to the next device', () => {
  it('one lead, either way', () => {
    const leads: Leads = [{ id: 'lead', kind: 'usb-a-c', ends: ['computer.usb1', 'mic.usb'], lengthM: 2 }];
    expect(follow(leads)).toEqual({ to: TO_COMPUTER, leads: ['lead'], lengthM: 2 });
    expect(follow(leads, ['computer', 'usb1'])).toEqual({
      to: { device: 'mic', port: 'usb' },
      leads: ['lead'],
      lengthM: 2,
    });
    expect(follow(leads, ['computer', 'usb2'])).toBeUndefined();
  });

  it('several, one in the other, from either end: lengths add', () => {
    expect(follow(EXTENDED)).toEqual({ to: TO_COMPUTER, leads: ['lead', 'ext'], lengthM: 5 });
    expect(follow(EXTENDED, ['computer', 'usb1'])).toEqual({
      to: { device: 'mic', port: 'usb' },
      leads: ['ext', 'lead'],
      lengthM: 5,
    });
    expect(follow(TWICE)).toEqual({ to: TO_COMPUTER, leads: ['lead', 'second', 'first'], lengthM: 6 });
    expect(follow(TWICE, ['computer', 'usb1'])?.leads).toEqual(['first', 'second', 'lead']);
  });

  it.each([
    ['one that ends in the air', [{ ...EXTENDED![0]! }], ['computer', 'usb1']],
    ['one whose other end hangs free', [{ ...EXTENDED![1]!, ends: [null, 'mic.usb'] }], ['mic', 'usb']],
    [
      'a plug that does not fit its socket',
      [{ kind: 'usb-a-b', ends: ['computer.usb1', 'mic.usb'] }],
      ['mic', 'usb'],
    ],
    [
      'a far plug that does not fit',
      [{ kind: 'usb-c-c', ends: ['computer.usb1', 'mic.usb'] }],
      ['mic', 'usb'],
    ],
    [
      'a plug that does not fit the lead it is in',
      [EXTENDED![0]!, { kind: 'usb-c-c', ends: ['ext/1', 'mic.usb'] }],
      ['mic', 'usb'],
    ],
    [
      'the same, met from the computer',
      [EXTENDED![0]!, { kind: 'usb-c-c', ends: ['ext/1', 'mic.usb'] }],
      ['computer', 'usb1'],
    ],
    ['a broken lead', [{ ...EXTENDED![0]!, broken: ['bus'] }, EXTENDED![1]!], ['mic', 'usb']],
  ] as [string, Leads, [string, string]][])('not along %s', (_what, leads, from) =>
    expect(follow(leads, from)).toBeUndefined(),
  );

  it('only along what carries it: each lead is asked, with its length', () => {
    const asked: [string, number][] = [];
    const all = follow(EXTENDED, ['mic', 'usb'], (kind, lengthM) => {
      asked.push([kind.id, lengthM]);
      return true;
    });
    expect(all).toBeDefined();
    expect(asked).toEqual([
      ['usb-a-c', 2],
      ['usb-extension', 3],
    ]);
    expect(follow(EXTENDED, ['mic', 'usb'], ({ id }) => id === 'usb-a-c')).toBeUndefined();
    expect(follow(EXTENDED, ['mic', 'usb'], () => false)).toBeUndefined();
  });

  it('leads that go round in each other come to an end', () => {
    const rig = rigOf({ devices: DEVICES, leads: EXTENDED! });
    const round = {
      ...rig,
      leads: rig.leads.map((lead) =>
        lead.id === 'ext' ? { ...lead, ends: [{ lead: 'ext', end: 1 }, null] } : lead,
      ),
    };
    expect(followLeads(lookup(round), () => true)('mic', 'usb')).toBeUndefined();
  });
});
