import { leadRun, leadsAt, socketsIn } from '../rig';
import { adapterChainBroken } from './adapter-chain-broken';
import { groundLoop } from './ground-loop';
import { hfRolloff } from './hf-rolloff';
import { inputLoading } from './input-loading';
import { levelMismatch } from './level-mismatch';
import { longUnbalanced } from './long-unbalanced';
import { noPluginPower } from './no-plugin-power';
import { phantomRiskRibbon } from './phantom-risk-ribbon';
import { phantomTooWeak } from './phantom-too-weak';
import { phantomDoubled } from './phantom-doubled';
import { phantomUnneeded } from './phantom-unneeded';
import { sidesSwapped } from './sides-swapped';
import { boosterUnpowered } from './booster-unpowered';
import { loopHowl } from './loop-howl';
import { doubleMonitor, doublePath } from './double-path';
import { talkerDelay } from './talker-delay';
import { hearsNothing } from './hears-nothing';
import { unheard } from './unheard';
import { callerEcho } from './caller-echo';
import { farEcho } from './far-echo';
import { oneSided } from './one-sided';
import { tooQuiet } from './too-quiet';
import { unevenEars } from './uneven-ears';
import { tooLoud } from './too-loud';
import { clipConverter } from './clip-converter';
import { clipMix } from './clip-mix';
import { clipInput } from './clip-input';
import { isGrave, SEVERITIES, type Check, type Found, type Solved } from './finding';
import { dataLeadTooLong } from './data-lead-too-long';
import { gainAtWrongStage } from './gain-at-wrong-stage';
import { noiseHigh } from './noise-high';
import { variableFeed } from './variable-feed';
import { hearing } from './hearing';
import { spill } from './spill';
import { offAxis } from './off-axis';
import { comb } from './comb';
import { feedbackNear } from './feedback-near';
import { gainShort } from './gain-short';
import { gainTopOfRange } from './gain-top-of-range';
import { legLost } from './leg-lost';
import { mainsLeadBroken } from './mains-lead-broken';
import { monoCancel } from './mono-cancel';
import { noPhantom } from './no-phantom';
import { phantomBlocked } from './phantom-blocked';
import { phantomIntoOutput } from './phantom-into-output';
import { leak } from './leak';
import { notArriving } from './not-arriving';
import { outputsFight } from './outputs-fight';
import { overfed } from './overfed';
import { polarity } from './polarity';
import { voicesNotApart } from './voices-not-apart';
import { plugMismatch } from './plug-mismatch';
import { appRestartNeeded } from './app-restart-needed';
import { deviceTaken } from './device-taken';
import { sliderLocked } from './slider-locked';
import { driverMissing } from './driver-missing';
import { wrongEntry } from './wrong-entry';
import { wrongStream } from './wrong-stream';
import { usbCableTooLong } from './usb-cable-too-long';
import { usbBandwidth } from './usb-bandwidth';
import { usbPowerOverdrawn } from './usb-power-overdrawn';
import { usbVoltsLow } from './usb-volts-low';
import { hubDepth } from './hub-depth';
import { channelUnmapped } from './channel-unmapped';
import { clockPrimaryMissing } from './clock-primary-missing';
import { clockTwoPrimaries } from './clock-two-primaries';
import { joinedDown } from './joined-down';
import { batteryShort } from './battery-short';
import { recordingTooLong } from './recording-too-long';
import { resampleOff } from './resample-off';
import { rateMismatch } from './rate-mismatch';
import { trackDoubled } from './track-doubled';
import { trackMisnamed } from './track-misnamed';
import { trackNotArmed } from './track-not-armed';
import { wrongSignalKind } from './wrong-signal-kind';

export * from './finding';
export { capital, meantOf, type Meant } from './meant';
export { isSomethingArriving, toDoOf, type ToDo } from './to-do';
export { layChain, shortestChain } from './fixes/adapter-chain';
export { laneName } from './usb-bandwidth';
export { keepOut, letThrough } from './fixes/let-through';
export { otherDesks } from './fixes/other-desk';
export { streamsAt } from './fixes/listening';
export { hubWithSupply } from './fixes/usb-leads';
export { turnControl } from './fixes/turn-control';
export { feedSwitch } from './fixes/feeds';
export { matingLeads, someLead, WORTH_IT_DB, type PortRef } from './fixes/trial';
export { reachOf, scoreOf, type Reach } from './fixes/reach';
export { namedChannels, namedIn, type NamedChannel } from './named-channels';
export { humAt, INAUDIBLE_HUM_DB, type Hum } from './interference';

/** Every check. A new one plugs in by being listed here. */
export const CHECKS: Check[] = [
  mainsLeadBroken,
  overfed,
  phantomIntoOutput,
  plugMismatch,
  wrongSignalKind,
  outputsFight,
  noPhantom,
  phantomBlocked,
  boosterUnpowered,
  monoCancel,
  legLost,
  gainShort,
  gainTopOfRange,
  clipInput,
  clipConverter,
  clipMix,
  noiseHigh,
  gainAtWrongStage,
  variableFeed,
  hearing,
  spill,
  offAxis,
  comb,
  feedbackNear,
  usbCableTooLong,
  usbPowerOverdrawn,
  usbVoltsLow,
  usbBandwidth,
  hubDepth,
  recordingTooLong,
  batteryShort,
  joinedDown,
  channelUnmapped,
  trackDoubled,
  trackMisnamed,
  trackNotArmed,
  rateMismatch,
  clockPrimaryMissing,
  clockTwoPrimaries,
  resampleOff,
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
  phantomDoubled,
  sidesSwapped,
  polarity,
  voicesNotApart,
  notArriving,
  hearsNothing,
  wrongStream,
  wrongEntry,
  driverMissing,
  deviceTaken,
  appRestartNeeded,
  sliderLocked,
  callerEcho,
  farEcho,
  unheard,
  loopHowl,
  doublePath,
  doubleMonitor,
  talkerDelay,
  oneSided,
  tooLoud,
  tooQuiet,
  unevenEars,
  leak,
];

/** Findings about sound that arrives, at the wrong place or in the wrong way: they keep no voice back. */
const KEEP_NOTHING_BACK: ReadonlySet<Found['code']> = new Set([
  'usb-power-overdrawn',
  'usb-volts-low',
  'usb-bandwidth',
  'hub-depth',
  'recording-too-long',
  'battery-short',
  'track-doubled',
  'track-misnamed',
  'rate-mismatch',
  'clock-primary-missing',
  'clock-two-primaries',
  'resample-off',
  'variable-feed',
  'not-arriving',
  'wrong-stream',
  'caller-echo',
  'far-echo',
  'unheard',
  'loop-howl',
  'double-path',
  'double-monitor',
  'talker-delay',
  'one-sided',
  'too-loud',
  'too-quiet',
  'uneven-ears',
  'leak',
  'spill',
  'off-axis',
  'comb',
  'feedback-near',
  'gain-short',
  'gain-top-of-range',
  'clip-input',
  'clip-converter',
  'clip-mix',
  'ground-loop',
  'long-unbalanced',
  'polarity',
  'sides-swapped',
  'voices-not-apart',
  'phantom-doubled',
]);

/** What only says that something does not come. */
const ONLY_MISSING: ReadonlySet<Found['code']> = new Set(['not-arriving', 'unheard']);

/** A voice by one leg is quiet everywhere, and near the hiss. */
const FOLLOWS_A_LOST_LEG: ReadonlySet<Found['code']> = new Set(['too-quiet', 'gain-short', 'noise-high']);

/** What comes of a broken return: left and right find back through one another. */
const FOLLOWS_A_LOST_RETURN: ReadonlySet<Found['code']> = new Set([
  'outputs-fight',
  'mono-cancel',
  'polarity',
]);

/** What goes round comes by ever more ways. */
const COMES_OF_A_RING: ReadonlySet<Found['code']> = new Set(['double-path', 'double-monitor']);

/** A voice that does not arrive is no news where a graver or equal finding on its way says why. */
const withoutConsequences = ({ find, rig }: Solved, all: readonly Found[]): Found[] => {
  const causes = all.filter((one) => !KEEP_NOTHING_BACK.has(one.code) && isGrave(one));
  const isAt = (cause: Found, device: string) =>
    cause.places.some(
      (place) =>
        place.device === device ||
        (place.lead !== undefined && leadsAt(rig, device).some(({ id }) => id === place.lead)),
    );
  /** How much a finding of a level lacks, by its figures: what is there, and what is wanted. */
  const lacks = ({ figures: [is, wanted] }: Found): number => (wanted?.value ?? 0) - (is?.value ?? 0);
  const shortOf = ({ places }: Found) =>
    places.flatMap(({ person }) =>
      person === undefined
        ? []
        : all.filter(
            (one) => one.code === 'gain-short' && one.places.some((place) => place.person === person),
          ),
    );
  const isQuietFromTheStart = (found: Found) => shortOf(found).some((one) => lacks(one) >= lacks(found));
  /** Whether a leg is lost in the lead of the microphone that somebody it tells of speaks into. */
  const hasLostLeg = ({ places }: Found) =>
    all.some(
      (one) =>
        one.code === 'leg-lost' &&
        rig.placements.some(
          ({ person, device }) => places.some((place) => place.person === person) && isAt(one, device),
        ),
    );
  const lostLeads = all.flatMap(({ code, places }) =>
    code === 'leg-lost' ? places.flatMap(({ lead }) => find.lead(lead ?? '') ?? []) : [],
  );
  /** Whether it is about the lead whose leg or return is lost, or about what that lead is plugged into. */
  const isOnLostReturn = ({ code, places }: Found) =>
    lostLeads.some((lost) =>
      places.some(
        ({ lead, device }) =>
          lead === lost.id ||
          (code === 'polarity' &&
            device !== undefined &&
            socketsIn(leadRun(rig, lost)).some((socket) => socket.device === device)),
      ),
    );
  const rings = all.filter(({ code }) => code === 'loop-howl');
  return all.filter((found) => {
    const { code, places } = found;
    // Turned up where it is too quiet first, it is louder everywhere.
    if (code === 'too-quiet' && isQuietFromTheStart(found)) return false;
    if (FOLLOWS_A_LOST_RETURN.has(code) && isOnLostReturn(found)) return false;
    if (FOLLOWS_A_LOST_LEG.has(code) && hasLostLeg(found)) return false;
    if (code === 'uneven-ears' && shortOf(found).length > 0) return false;
    if (COMES_OF_A_RING.has(code))
      return !rings.some((ring) =>
        ring.places.some(({ device }) => places.some((one) => one.device === device)),
      );
    if (!ONLY_MISSING.has(code)) return true;
    const devices = places.flatMap(({ device }) => (device && find.device(device) ? [device] : []));
    return !causes.some((cause) => devices.some((device) => isAt(cause, device)));
  });
};

/** Everything every check finds, causes and consequences. */
export const runEveryCheck = (solved: Solved): Found[] => {
  // The first of a kind at a place stands for the others: strands come with tracks before what is sent on.
  const unique = new Map<string, Found>();
  for (const found of CHECKS.flatMap((check) => check(solved)))
    if (!unique.has(found.id)) unique.set(found.id, found);
  return [...unique.values()];
};

/** All findings of a solved rig, the gravest first; what only follows from another of them is left out. */
export const runChecks = (solved: Solved): Found[] =>
  withoutConsequences(solved, runEveryCheck(solved)).sort(
    (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity),
  );
