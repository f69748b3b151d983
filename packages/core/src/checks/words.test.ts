import { DEMO_RIGS, generateRig } from '../demo';
import { buildRig, connect, type Rig } from '../rig';
import { after } from '../rig/testing';
import { DEVICE_MODELS } from '../catalogue';
import { solve } from '../offers';
import { matingLeads, runChecks } from '.';
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
      const plugs = [
        { device: 'a', port: from.id },
        { device: 'b', port: to.id },
      ] as const;
      for (const { kind, flipped } of matingLeads(rig, ...plugs))
        rigs.push(after(rig, connect(rig, kind, flipped ? [...plugs].reverse() : [...plugs])));
    }
  }
  // What they propose, tried or not: their labels are read, of each kind of finding at its first forty places.
  const proposed = new Map<string, number>();
  return rigs.flatMap((rig) =>
    runChecks(solve(rig)).map(({ propose, ...found }) => {
      const before = proposed.get(found.code) ?? 0;
      proposed.set(found.code, before + 1);
      return { ...found, fixes: before < 40 ? propose() : [] };
    }),
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
      expect(['overfed', 'phantom-into-output', 'phantom-risk-ribbon', 'wrong-signal-kind']).toContain(code);
  });
});
