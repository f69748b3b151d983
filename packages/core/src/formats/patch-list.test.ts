import * as fc from 'fast-check';
import { DEMO_RIGS, generateRig, skerryLight } from '../demo';
import { applyEdit, buildRig, readRigValue, type Rig } from '../rig';
import { guessMapping, importPatchList, readCsv } from './patch-import';
import { patchList, patchListCsv, PATCH_COLUMNS } from './patch-list';
import { csvCell, printable } from './plain-text';

/** The rig without its leads: what a patch list is read into. */
const bare = (rig: Rig): Rig => ({ ...rig, leads: [] });
const read = (rig: Rig, csv: string) => {
  const table = readCsv(csv);
  return importPatchList(rig, table, guessMapping(table.headings));
};

describe('writing a patch list', () => {
  it('a row for each lead, named as on the chart', () => {
    const [first] = patchList(skerryLight);
    expect(first).toEqual({
      lead: 'keeper-lead',
      kind: 'XLR lead',
      lengthM: '3',
      fromDevice: "Keeper's microphone",
      fromSocket: 'Output',
      toDevice: 'Lamp room mixer',
      toSocket: 'Input 1',
      place: 'Lamp room table',
    });
    expect(patchList(skerryLight)).toHaveLength(skerryLight.leads.length);
  });

  it('begins where the sound comes from: headphones are where it goes', () => {
    const row = patchList(skerryLight).find(({ toDevice }) => toDevice === 'Headphones');
    expect(row).toMatchObject({ fromDevice: 'Lamp room mixer', fromSocket: 'Headphones' });
    expect(patchList(skerryLight).some(({ fromDevice }) => fromDevice === 'Headphones')).toBe(false);
  });

  it('is CSV by RFC 4180: CRLF, a heading, quotes doubled', () => {
    const devices = skerryLight.devices.map((d) =>
      d.id === 'mixer' ? { ...d, name: 'Mixer, the "old" one' } : d,
    );
    const csv = patchListCsv({ ...skerryLight, devices });
    expect(csv.split('\r\n')[0]).toBe(
      'Lead,Kind of lead,"Length, m",From device,From socket,To device,To socket,Place',
    );
    expect(csv).toContain('"Mixer, the ""old"" one"');
    expect(csv.endsWith('\r\n')).toBe(true);
  });

  it('a name that a spreadsheet would run as a formula is made plain text', () => {
    const devices = skerryLight.devices.map((d) => (d.id === 'mixer' ? { ...d, name: '=1+1' } : d));
    expect(patchListCsv({ ...skerryLight, devices })).toContain("'=1+1");
  });
});

describe('reading one back', () => {
  it.each(DEMO_RIGS.map(({ key, rig }) => [key, rig] as const))(
    '%s: the same leads in the same sockets',
    (_key, rig) => {
      const { rows, edit } = read(bare(rig), patchListCsv(rig));
      expect(rows.filter(({ error }) => error)).toEqual([]);
      const made = applyEdit(bare(rig), edit!).rig;
      expect(readRigValue(made).ok).toBe(true);
      const plugs = (leads: Rig['leads']) =>
        leads.map(({ kind, lengthM, ends }) => [
          kind,
          lengthM,
          ends.map((end) => JSON.stringify(end)).sort(),
        ]);
      expect(plugs(made.leads)).toEqual(plugs(rig.leads));
    },
  );

  const runs = buildRig({
    name: 'runs of leads',
    devices: [
      { id: 'laptop', model: 'laptop-c', name: 'Laptop' },
      { id: 'ears', model: 'headphones', name: 'Headphones' },
      { id: 'mic', model: 'mic-dynamic-hand', name: 'Microphone' },
      { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
    ],
    leads: [
      { id: 'split', kind: 'headset-splitter', ends: ['laptop.jack', null, null], lengthM: 0.2 },
      { id: 'to-ears', kind: 'mini', ends: ['split/1', 'ears.in'], lengthM: 1 },
      { id: 'first', kind: 'xlr', ends: ['mic.out', null], lengthM: 5 },
      { id: 'second', kind: 'xlr', ends: ['first/1', 'desk.in1'], lengthM: 5 },
      { id: 'sides', kind: 'trs-two-ts', ends: ['desk.phones', 'desk.send', null], lengthM: 1 },
    ],
  });
  const plugs = ({ leads }: Rig) =>
    leads.map(({ id, kind, lengthM, ends }) => JSON.stringify([id, kind, lengthM, ends])).sort();

  it.each([
    ['in their order', (lines: string[]) => lines],
    // The rows of one lead name its ends in order, so they stay together.
    [
      'the last lead first',
      (lines: string[]) => [...lines.slice(5), ...lines.slice(2, 5).reverse(), ...lines.slice(0, 2)],
    ],
  ])('leads in leads, and a lead with three ends: %s', (_words, order) => {
    const [head, ...lines] = patchListCsv(runs).trim().split('\r\n');
    const { rows, edit } = read(bare(runs), [head, ...order(lines)].join('\r\n'));
    expect(rows.filter(({ error }) => error)).toEqual([]);
    expect(plugs(applyEdit(bare(runs), edit!).rig)).toEqual(plugs(runs));
  });

  it('a lead that no row brings is named, with the cure', () => {
    const lost = patchListCsv(runs)
      .split('\r\n')
      .filter((line) => !line.startsWith('first'))
      .join('\r\n');
    const { rows } = read(bare(runs), lost);
    expect(rows.flatMap(({ error }) => error ?? [])).toEqual([
      'From: no lead “first” in this rig or file. Add its row, or correct its name.',
    ]);
  });

  it('other headings are mapped by hand; a byte order mark and semicolons are taken', () => {
    const table = readCsv(
      "\uFEFFTyp;von;Buchse;nach;Buchse 2\nXLR lead;Keeper's microphone;Output;Lamp room mixer;Input 1\n",
    );
    expect(table.headings[0]).toBe('Typ');
    expect(guessMapping(table.headings).kind).toBe(-1);
    const mapping = {
      lead: -1,
      kind: 0,
      lengthM: -1,
      fromDevice: 1,
      fromSocket: 2,
      toDevice: 3,
      toSocket: 4,
      place: -1,
    };
    const { rows, edit } = importPatchList(bare(skerryLight), table, mapping);
    expect(rows[0]!.error).toBeNull();
    expect(applyEdit(bare(skerryLight), edit!).rig.leads[0]!.ends[1]).toEqual({
      device: 'mixer',
      port: 'in1',
    });
  });

  it.each([
    [
      'no such lead',
      "Rope,1,Keeper's microphone,Output,Lamp room mixer,Input 1",
      'Kind of lead: “Rope” is not known',
    ],
    ['no such device', 'XLR lead,1,Ghost,Output,Lamp room mixer,Input 1', 'From: no device “Ghost”'],
    [
      'no such socket',
      "XLR lead,1,Keeper's microphone,Output,Lamp room mixer,Input 9",
      'To: “Input 9” is not a socket of Lamp room mixer. It has Input 1',
    ],
    ['no such length', "XLR lead,far,Keeper's microphone,Output,Lamp room mixer,Input 1", 'Length: “far”'],
  ])('%s: the row says what and how to mend it', (_name, line, words) => {
    const csv = `Kind of lead,"Length, m",From device,From socket,To device,To socket\n${line}\n`;
    const { rows, edit } = read(bare(skerryLight), csv);
    expect(rows).toHaveLength(1);
    expect(rows[0]!.row).toBe(2);
    expect(rows[0]!.error).toContain(words);
    expect(edit).toBeUndefined();
  });

  it('a socket named twice: the first row is taken, the second says so', () => {
    const line = "XLR lead,1,Keeper's microphone,Output,Lamp room mixer,Input 1";
    const { rows, edit } = read(
      bare(skerryLight),
      `Kind of lead,"Length, m",From device,From socket,To device,To socket\n${line}\n${line}\n`,
    );
    expect(rows.map(({ error }) => error === null)).toEqual([true, false]);
    expect(rows[1]!.error).toContain("Keeper's microphone, Output has a lead in it already");
    expect(applyEdit(bare(skerryLight), edit!).rig.leads).toHaveLength(1);
  });

  it.each([
    ['empty', '', 'No rows'],
    ['headings only', 'Lead,Kind of lead\n', 'No rows'],
    ['an open quotation mark', 'Lead,Kind of lead\n"a,b\n', 'quotation mark'],
  ])('%s file', (_name, text, words) => {
    expect(readCsv(text).problem).toContain(words);
  });

  it('into the rig it came from, a row changes its lead, and rows that say the same change nothing', () => {
    expect(read(skerryLight, patchListCsv(skerryLight)).edit).toBeUndefined();
    const lines = patchListCsv(skerryLight).trim().split('\r\n');
    const row = lines.find((line) => line.startsWith('keeper-lead'))!;
    const { rows, edit } = read(skerryLight, [lines[0], row.replace(',3,', ',7.5,')].join('\r\n'));
    expect(rows.map(({ error }) => error)).toEqual([null]);
    const after = applyEdit(skerryLight, edit!).rig;
    expect(after.leads).toHaveLength(skerryLight.leads.length);
    expect(after.leads.find(({ id }) => id === 'keeper-lead')!.lengthM).toBe(7.5);
  });

  it('two leads of the rig change places: what the file names is free for it', () => {
    const [a, b] = ['keeper-lead', 'guest-lead'].map((id) =>
      skerryLight.leads.find((lead) => lead.id === id)!,
    );
    const swapped = {
      ...skerryLight,
      leads: skerryLight.leads.map((lead) =>
        lead === a
          ? { ...a!, ends: [a!.ends[0]!, b!.ends[1]!] }
          : lead === b
            ? { ...b!, ends: [b!.ends[0]!, a!.ends[1]!] }
            : lead,
      ),
    };
    const { rows, edit } = read(skerryLight, patchListCsv(swapped));
    expect(rows.filter(({ error }) => error)).toEqual([]);
    expect(applyEdit(skerryLight, edit!).rig.leads).toEqual(swapped.leads);
  });

  it('a lead in itself is refused', () => {
    const csv =
      'Lead,Kind of lead,From device,From socket\nkeeper-lead,XLR lead,lead keeper-lead,Female end\n';
    const { rows } = read(
      skerryLight,
      csv.replace('Female end', skerryLight.leadKinds.find(({ id }) => id === 'xlr')!.ends[1]!.label),
    );
    expect(rows[0]!.error).toContain('into itself');
  });

  it('3200 rows are read within a second, and some', () => {
    const rig = generateRig(1600);
    const [head, ...lines] = patchListCsv(rig).trim().split('\r\n');
    const table = readCsv([head, ...lines.slice(0, 3200)].join('\r\n'));
    const start = performance.now();
    const { rows, edit } = importPatchList(bare(rig), table, guessMapping(table.headings));
    // A second where nothing else runs; the bench has the figure.
    expect(performance.now() - start).toBeLessThan(4000);
    expect(rows.filter(({ error }) => error)).toEqual([]);
    expect(edit!.steps.length).toBeGreaterThan(3000);
  });

  it('whatever is in the cells, no row breaks the document', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string(), { maxLength: 9 }), { minLength: 1, maxLength: 5 }),
        (cells) => {
          const table = { headings: [...PATCH_COLUMNS], rows: cells, problem: null };
          const { rows, edit } = importPatchList(skerryLight, table, guessMapping(PATCH_COLUMNS));
          expect(rows).toHaveLength(cells.length);
          if (edit) expect(readRigValue(applyEdit(skerryLight, edit).rig).ok).toBe(true);
        },
      ),
    );
  });
});

describe('names where they leave for elsewhere', () => {
  it.each([
    ['=1+1'],
    [' =1+1'],
    ['\u00a0@SUM(A1)'],
    ['+CMD'],
    ['-2+3+cmd|x'],
    ["'=1"],
    ['＝1+1'],
    ['\t=1'],
    ['|calc'],
  ])('%j is no formula', (name) => {
    expect(csvCell(name)).toMatch(/^'/);
  });

  it.each([['-3'], ['3.5'], ['Keeper’s microphone'], ['Mic - left'], ['']])('%j stays as it is', (name) => {
    expect(csvCell(name)).toBe(name);
  });

  it('what steers a terminal or turns what follows is left out', () => {
    expect(printable('a\u001b[31mb\u202ec\u0007\n')).toBe('a [31mb c  ');
    expect(printable('\ud800')).toBe('\ufffd');
  });
});
