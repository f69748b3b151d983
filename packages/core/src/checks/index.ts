import { adapterChainBroken } from './adapter-chain-broken';
import { groundLoop } from './ground-loop';
import { hfRolloff } from './hf-rolloff';
import { inputLoading } from './input-loading';
import { levelMismatch } from './level-mismatch';
import { longUnbalanced } from './long-unbalanced';
import { noPluginPower } from './no-plugin-power';
import { phantomRiskRibbon } from './phantom-risk-ribbon';
import { phantomTooWeak } from './phantom-too-weak';
import { phantomUnneeded } from './phantom-unneeded';
import { sidesSwapped } from './sides-swapped';
import { boosterUnpowered } from './booster-unpowered';
import { clipConverter } from './clip-converter';
import { clipInput } from './clip-input';
import { SEVERITIES, type Check, type Found, type Solved } from './finding';
import { dataLeadTooLong } from './data-lead-too-long';
import { gainShort } from './gain-short';
import { gainTopOfRange } from './gain-top-of-range';
import { legLost } from './leg-lost';
import { mainsLeadBroken } from './mains-lead-broken';
import { monoCancel } from './mono-cancel';
import { noPhantom } from './no-phantom';
import { phantomBlocked } from './phantom-blocked';
import { phantomIntoOutput } from './phantom-into-output';
import { plugMismatch } from './plug-mismatch';
import { usbCableTooLong } from './usb-cable-too-long';
import { wrongSignalKind } from './wrong-signal-kind';

export * from './finding';
export { layChain, shortestChain } from './fixes/adapter-chain';
export { bestLead, matingLeads, type PortRef } from './fixes/trial';
export { humAt, INAUDIBLE_HUM_DB, type Hum } from './interference';

/** Every check. A new one plugs in by being listed here. */
export const CHECKS: Check[] = [
  mainsLeadBroken,
  phantomIntoOutput,
  plugMismatch,
  wrongSignalKind,
  noPhantom,
  phantomBlocked,
  boosterUnpowered,
  monoCancel,
  legLost,
  gainShort,
  gainTopOfRange,
  clipInput,
  clipConverter,
  usbCableTooLong,
  dataLeadTooLong,
  adapterChainBroken,
  groundLoop,
  hfRolloff,
  inputLoading,
  levelMismatch,
  longUnbalanced,
  noPluginPower,
  phantomRiskRibbon,
  phantomTooWeak,
  phantomUnneeded,
  sidesSwapped,
];

/** All findings of a solved rig, the gravest first. */
export const runChecks = (solved: Solved): Found[] => {
  // The first of a kind at a place stands for the others: strands come with tracks before what is sent on.
  const unique = new Map<string, Found>();
  for (const found of CHECKS.flatMap((check) => check(solved)))
    if (!unique.has(found.id)) unique.set(found.id, found);
  return [...unique.values()].sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
};
