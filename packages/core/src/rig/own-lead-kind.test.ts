import { LEAD_KINDS } from '../catalogue';
import {
  emptyRig,
  applyEdit,
  connect,
  contactsOfKind,
  knownLeadKinds,
  makeOwnLead,
  ownLeadProblems,
  readRigValue,
  statedOf,
} from '.';

const XLR = LEAD_KINDS.find(({ id }) => id === 'xlr')!;
const base = emptyRig('Own leads');
const rig = applyEdit(base, connect(base, XLR, [null, null], 5, 'lead')).rig;

describe('a lead kind of one’s own', () => {
  it('is known to the rig as the catalogue’s are, and can be undone', () => {
    const stated = {
      ...statedOf(XLR),
      name: 'Stage multicore, channel 3',
      ohmsPerM: 0.12,
      picofaradsPerM: 60,
    };
    const then = applyEdit(rig, makeOwnLead(rig, 'lead', stated));
    const own = knownLeadKinds(then.rig).find(({ name }) => name === 'Stage multicore, channel 3')!;
    expect(own).toMatchObject({
      ohmsPerM: 0.12,
      picofaradsPerM: 60,
      conductors: XLR.conductors,
      screen: XLR.screen,
    });
    expect(then.rig.leads[0]).toMatchObject({ kind: own.id, lengthM: 5 });
    expect(readRigValue(JSON.parse(JSON.stringify(then.rig))).ok).toBe(true);
    expect(applyEdit(then.rig, then.inverse).rig).toEqual(rig);
  });

  it('a wire exchanged keeps the others by name; a break of a wire that is gone goes too', () => {
    const broken = { ...rig, leads: [{ ...rig.leads[0]!, broken: ['hot'] }] };
    const swapped = {
      ...statedOf(XLR),
      wires: [
        ['0.1', '1.1'],
        ['0.2', '1.3'],
        ['0.3', '1.2'],
      ],
    };
    const then = applyEdit(broken, makeOwnLead(broken, 'lead', swapped)).rig;
    const own = then.leadKinds.find(({ id }) => id === then.leads[0]!.kind)!;
    expect(own.conductors.map(({ joins }) => joins)).toEqual(swapped.wires);
    expect(new Set(own.conductors.map(({ name }) => name)).size).toBe(3);
    const less = { ...statedOf(XLR), wires: [['0.1', '1.1']] };
    expect(applyEdit(broken, makeOwnLead(broken, 'lead', less)).rig.leads[0]!.broken).toEqual([]);
  });

  it('two of them live beside each other', () => {
    const one = applyEdit(rig, makeOwnLead(rig, 'lead', { ...statedOf(XLR), name: 'One' })).rig;
    const two = applyEdit(one, makeOwnLead(one, 'lead', { ...statedOf(XLR), name: 'Two' })).rig;
    expect(two.leadKinds.map(({ name }) => name)).toEqual([XLR.name, 'One', 'Two']);
  });

  it.each([
    ['no name', { ...statedOf(XLR), name: ' ' }, 'name'],
    ['a wire to nowhere', { ...statedOf(XLR), wires: [['0.1']] }, 'Wire 1 joins nothing'],
    [
      'one contact on two wires',
      {
        ...statedOf(XLR),
        wires: [
          ['0.1', '1.1'],
          ['0.1', '1.2'],
        ],
      },
      'on two wires',
    ],
    ['no wire', { ...statedOf(XLR), wires: [] }, 'one wire at least'],
  ])('%s: says so, and is not made', (_what, stated, words) => {
    expect(ownLeadProblems(XLR, stated).join(' ')).toContain(words);
    expect(() => makeOwnLead(rig, 'lead', stated)).toThrow();
  });

  it('every contact of both plugs can be chosen', () =>
    expect(contactsOfKind(XLR)).toEqual(['0.1', '0.2', '0.3', '1.1', '1.2', '1.3']));
});
