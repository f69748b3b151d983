import { DEMO_RIGS, generateRig } from '../demo';
import { buildRig, applyEdit, type Rig } from '../rig';
import { DEVICE_MODELS } from '../catalogue';
import { offerLeads, solve } from '../offers';
import { runChecks } from '.';
import type { Finding, Fix } from './finding';

/** Findings of all sorts: the demo, a large rig, and every kind of device wrongly and rightly plugged into a desk. */
const FINDINGS: (Finding & { fixes: Fix[] })[] = (() => {
  const rigs: Rig[] = [...DEMO_RIGS.map(({ rig }) => rig), generateRig(20)];
  for (const model of DEVICE_MODELS) {
    for (const deskModel of ['mixer-4-usb', 'interface-2', 'camera']) {
      const rig = buildRig({
        name: model.id,
        devices: [
          { id: 'a', model: model.id },
          {
            id: 'b',
            model: deskModel,
            settings:
              deskModel === 'camera'
                ? {}
                : deskModel === 'interface-2'
                  ? { phantom1: true }
                  : { phantom: true },
          },
        ],
      });
      const from = model.ports.find(({ side, usb }) => side === 'out' && !usb);
      const to = rig.models.at(-1)!.ports.find(({ side, usb }) => side === 'in' && !usb);
      if (!from || !to) continue;
      for (const offer of offerLeads(rig, { device: 'a', port: from.id }, { device: 'b', port: to.id })) {
        rigs.push(applyEdit(rig, offer.edit).rig);
      }
    }
  }
  // What they propose, tried or not: every label is read.
  return rigs.flatMap((rig) =>
    runChecks(solve(rig)).map(({ propose, ...found }) => ({ ...found, fixes: propose() })),
  );
})();

describe('what findings say', () => {
  it('many of them are looked at', () => {
    expect(FINDINGS.length).toBeGreaterThan(100);
    expect(new Set(FINDINGS.map(({ code }) => code)).size).toBeGreaterThan(12);
  });

  it('nothing unfinished in any sentence', () => {
    for (const { title, why, fixes, figures } of FINDINGS) {
      const words = [
        title,
        why,
        ...fixes.map(({ label }) => label),
        ...figures.flatMap(({ label, from }) => [label, from]),
      ];
      for (const sentence of words)
        expect(sentence).not.toMatch(/undefined|null|NaN|Infinity|\[object|\s{2,}| -\d/);
    }
  });

  it('titles are short and name the thing; reasons are whole sentences', () => {
    for (const { title, why } of FINDINGS) {
      expect(title.length).toBeLessThan(130);
      expect(why.trim()).toMatch(/[.)]$/);
    }
  });

  it('every figure is finite, has a label and says where it comes from', () => {
    for (const { figures } of FINDINGS) {
      for (const { label, value, from } of figures) {
        expect(Number.isFinite(value)).toBe(true);
        expect(label.length).toBeGreaterThanOrEqual(3);
        expect(from.length).toBeGreaterThan(5);
      }
    }
  });

  it('fixes of one finding are different things', () => {
    for (const { fixes } of FINDINGS)
      expect(new Set(fixes.map(({ label }) => label)).size).toBe(fixes.length);
  });

  it('danger is kept for what destroys', () => {
    const dangerous = new Set(
      FINDINGS.filter(({ severity }) => severity === 'danger').map(({ code }) => code),
    );
    for (const code of dangerous)
      expect(['overfed', 'phantom-into-output', 'phantom-risk-ribbon']).toContain(code);
  });
});
