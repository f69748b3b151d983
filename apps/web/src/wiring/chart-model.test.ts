import { buildRig, generateRig, skerryLight } from '@diaphon/core';
import { chartModel } from './chart-model';
import { markPoint, roundedPath } from './lead-path';

describe('the rig as boxes and lines', () => {
  it('a device is a box with its inputs on the left; a plain lead is a line the way the sound goes', () => {
    const { boxes, lines } = chartModel(skerryLight);
    expect(boxes).toHaveLength(skerryLight.devices.length);
    expect(lines).toHaveLength(skerryLight.leads.length);
    const mixer = boxes.find(({ id }) => id === 'mixer')!;
    expect(mixer.ports.find(({ id }) => id === 'in1')).toMatchObject({ side: 'left', lead: 'keeper-lead' });
    // The headphones' lead was written from the headphones; the sound goes the other way.
    expect(lines.find(({ id }) => id === 'phones-lead')).toMatchObject({
      from: { box: 'mixer', port: 'phones' },
      to: { box: 'phones', port: 'in' },
    });
    expect(lines.filter(({ isUsb }) => isUsb).map(({ id }) => id)).toEqual(['caller-usb', 'usb-lead']);
  });

  it('splitters, chained leads and loose ends are boxes of their own, with every end joined', () => {
    const rig = buildRig({
      name: 'odd leads',
      devices: [
        { id: 'player', model: 'player' },
        { id: 'box', model: 'interface-2' },
        { id: 'mic', model: 'mic-dynamic-hand' },
      ],
      leads: [
        { id: 'split', kind: 'mini-two-ts', ends: ['player.out', 'box.in1', 'box.in2'] },
        { id: 'run', kind: 'xlr', ends: ['mic.out', null] },
        { id: 'pad', kind: 'xlr-pad-20', ends: ['run/1', null] },
      ],
    });
    const { boxes, lines } = chartModel(rig);
    expect(boxes.filter(({ kind }) => kind === 'knot').map(({ id }) => id)).toEqual([
      'lead/split',
      'lead/run',
      'lead/pad',
    ]);
    expect(lines.map(({ from, to }) => `${from.box} ${from.port} > ${to.box} ${to.port}`)).toEqual([
      'player out > lead/split end0',
      'lead/split end1 > box in1',
      'lead/split end2 > box in2',
      'mic out > lead/run end0',
      'lead/run end1 > lead/pad end0',
    ]);
  });

  it('every line ends at a port there is, on a large rig too', () => {
    const { boxes, lines } = chartModel(generateRig(60));
    const ports = new Set(boxes.flatMap((box) => box.ports.map((port) => `${box.id} ${port.id}`)));
    for (const { from, to } of lines) {
      expect(ports).toContain(`${from.box} ${from.port}`);
      expect(ports).toContain(`${to.box} ${to.port}`);
    }
  });

  it('sockets of one side do not overlap and lie inside their box', () => {
    for (const box of chartModel(generateRig(20)).boxes) {
      for (const side of ['left', 'right']) {
        const at = box.ports.filter((port) => port.side === side).map(({ y }) => y);
        at.forEach((y, index) => index > 0 && expect(y - at[index - 1]!).toBeGreaterThanOrEqual(20));
        for (const y of at) expect(y).toBeLessThan(box.height);
      }
    }
  });
});

describe('the way of a lead on the chart', () => {
  const corners = [
    { x: 0, y: 0 },
    { x: 40, y: 0 },
    { x: 40, y: 100 },
    { x: 60, y: 100 },
  ];

  it('starts and ends at its sockets and rounds every corner between', () => {
    const path = roundedPath(corners);
    expect(path.startsWith('M0 0')).toBe(true);
    expect(path.endsWith('L60 100')).toBe(true);
    expect(path.match(/Q/g)).toHaveLength(2);
    expect(path).not.toContain('NaN');
    expect(roundedPath([])).toBe('');
  });

  it('carries its mark in the middle of the longest piece', () => {
    expect(markPoint(corners)).toEqual({ x: 40, y: 50 });
  });
});
