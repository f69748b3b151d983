import { LEAD_KINDS } from '.';

/**
 * Which contact each wire joins, written down as the trade solders them: XLR by AES14 / IEC 61076-2-103 (from memory),
 * the rest common practice, no published source. `a2=bT` reads: pin 2 of the first plug on the tip of the second.
 */
const WIRING: [id: string, wires: string[]][] = [
  ['xlr', ['a1=b1', 'a2=b2', 'a3=b3']],
  ['xlr-swap', ['a1=b1', 'a2=b3', 'a3=b2']],
  ['xlr-trs', ['a1=bS', 'a2=bT', 'a3=bR']],
  ['trs-xlr', ['aS=b1', 'aT=b2', 'aR=b3']],
  ['xlr-trs-socket', ['aS=b1', 'aT=b2', 'aR=b3']],
  ['xlr-ts', ['a1=a3=bS', 'a2=bT']],
  ['xlr-ts-open', ['a1=bS', 'a2=bT']],
  ['ts-xlr', ['aS=b1=b3', 'aT=b2']],
  ['rca-xlr', ['aS=b1=b3', 'aT=b2']],
  ['xlr-mini', ['a1=a3=bS', 'a2=bT=bR']],
  ['xlr-mini-balanced', ['a1=bS', 'a2=bT', 'a3=bR']],
  ['mini-xlr', ['aS=b1', 'aT=b2', 'aR=b3']],
  ['trs-635', ['aS=bS', 'aT=bT', 'aR=bR']],
  ['ts-635', ['aS=bS', 'aT=bT']],
  ['mini', ['aS=bS', 'aT=bT', 'aR=bR']],
  ['mini-trs', ['aS=bS', 'aT=bT', 'aR=bR']],
  ['mini-extension', ['aS=bS', 'aT=bT', 'aR=bR']],
  ['mini-to-635', ['aS=bS', 'aT=bT', 'aR=bR']],
  ['big-to-35', ['aS=bS', 'aT=bT', 'aR=bR']],
  ['mini-two-ts', ['aS=bS=cS', 'aT=bT', 'aR=cT']],
  ['trs-two-ts', ['aS=bS=cS', 'aT=bT', 'aR=cT']],
  ['mini-two-trs', ['aS=bS=cS', 'aT=bT', 'aR=cT']],
  ['mini-two-rca', ['aS=bS=cS', 'aT=bT', 'aR=cT']],
  ['trs-two-rca', ['aS=bS=cS', 'aT=bT', 'aR=cT']],
  ['mini-two-xlr', ['aS=b1=b3=c1=c3', 'aT=b2', 'aR=c2']],
  ['rca', ['aS=bS', 'aT=bT']],
  ['rca-ts', ['aS=bS', 'aT=bT']],
  ['y-sum', ['aS=bS', 'aT=aR=bT']],
  ['mini-mono', ['aS=bS', 'aT=bT']],
  ['headset-splitter', ['aR2=bS=cS', 'aT=bT', 'aR1=bR', 'aS=cT=cR']],
  ['xlr-trrs', ['a1=a3=bR2', 'a2=bS']],
  ['xlr-y', ['a1=b1=c1', 'a2=b2=c2', 'a3=b3=c3']],
];

const letters = ['a', 'b', 'c'];
const written = (joins: string[]): string =>
  joins
    .map((ref) => ref.split('.') as [string, string])
    .map(([end, pin]) => `${letters[Number(end)]}${pin}`)
    .sort()
    .join('=');

describe('leads are wired as the trade solders them', () => {
  it.each(WIRING)('%s', (id, wires) => {
    const kind = LEAD_KINDS.find((candidate) => candidate.id === id)!;
    const expected = wires.map((wire) => wire.split('=').sort().join('='));
    expect(kind.conductors.map(({ joins }) => written(joins)).sort()).toEqual(expected.sort());
  });

  it('every lead of copper without parts inside is in this table', () => {
    const plain = LEAD_KINDS.filter(({ usb, elements, screen }) => !usb && elements.length === 0 && screen);
    expect(plain.map(({ id }) => id).filter((id) => !WIRING.some(([known]) => known === id))).toEqual([]);
  });

  it('at least forty-five kinds', () => {
    expect(LEAD_KINDS.length).toBeGreaterThanOrEqual(45);
  });

  it('data leads keep their length: 5 m for USB 2.0 (USB 2.0), 4.5 m for IEEE 1394 (from memory)', () => {
    for (const { usb } of LEAD_KINDS) {
      if (usb) expect(usb.maxLengthM).toBe({ '2.0': 5, '3': 3, '1394': 4.5 }[usb.version]);
    }
  });
});
