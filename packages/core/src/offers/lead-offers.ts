import { matingLeads, SEVERITIES, type Finding, type PortRef } from '../checks';
import { couplingLevel } from '../circuit';
import { connect, lookup, type Edit, type Rig } from '../rig';
import { dbFromRatio } from '../units';
import { solveRig } from './solve-rig';
import { tryEdit } from '../rig';

/** A lead that goes into both sockets, and what would happen. */
export interface LeadOffer {
  kind: string;
  name: string;
  about: string;
  edit: Edit;
  /** `good` when nothing new is found; else the gravest new finding. */
  verdict: 'good' | Finding['severity'];
  words: string;
  findings: Finding[];
}

const wayWords = (rig: Rig, a: PortRef, b: PortRef): string => {
  const { circuit } = solveRig(rig);
  const between = circuit.couplings.filter(
    (c) =>
      (c.from.device === a.device && c.to.device === b.device) ||
      (c.from.device === b.device && c.to.device === a.device),
  );
  if (between.length === 0) return 'No sound passes between these two sockets.';
  const best = Math.max(...between.map((c) => dbFromRatio(couplingLevel(c))));
  return `Sound passes with ${best.toFixed(1).replace('-', '−')} dB.`;
};

/**
 * Leads that mate with two sockets, in either direction, each tried on the whole rig first.
 * @returns the ones that do no harm first
 */
export const offerLeads = (rig: Rig, a: PortRef, b: PortRef): LeadOffer[] => {
  const find = lookup(rig);
  if (find.inPort(a.device, a.port) || find.inPort(b.device, b.port)) return [];
  const before = new Set(solveRig(rig).findings.map(({ id }) => id));
  const offers = matingLeads(rig, a, b).flatMap(({ kind, flipped }): LeadOffer[] => {
    const edit = connect(rig, kind, flipped ? [b, a] : [a, b]);
    const result = tryEdit(rig, edit);
    if (!result.ok) return [];
    const findings = solveRig(result.rig).findings.filter(({ id }) => !before.has(id));
    const usb = kind.usb ? 'Carries USB both ways.' : wayWords(result.rig, a, b);
    return [
      {
        kind: kind.id,
        name: kind.name,
        about: kind.about,
        edit,
        verdict: findings[0]?.severity ?? 'good',
        words: findings[0]?.title ?? usb,
        findings,
      },
    ];
  });
  const rank = (offer: LeadOffer) => (offer.verdict === 'good' ? 9 : SEVERITIES.indexOf(offer.verdict));
  const silent = (offer: LeadOffer) => (offer.words.startsWith('No sound') ? 1 : 0);
  return offers.sort((x, y) => rank(y) - rank(x) || silent(x) - silent(y));
};
