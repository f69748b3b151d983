import type { FlowSource } from '../flow';
import { PROGRAMS, type Lookup } from '../rig';

/** What a sound is to whoever may hear it. */
export const SOUND_KINDS = [
  'voice',
  'talkback',
  'far end',
  'line',
  'instrument',
  'player',
  'game',
  'alert',
] as const;
export type SoundKind = (typeof SOUND_KINDS)[number];

/** Whether somebody says it: here, by a call, by telephone. */
export const isSaid = (kind: SoundKind): boolean =>
  kind === 'voice' || kind === 'far end' || kind === 'line' || kind === 'talkback';

/** Whether whoever says it is elsewhere, and hears only what is sent back. */
export const isElsewhere = (kind: SoundKind): boolean => kind === 'far end' || kind === 'line';

/** Whether a device takes in sound that has no way on: a telephone line, by which somebody elsewhere hears. */
const goesOutBy = (find: Lookup, device: string, lines: ReadonlySet<string>): boolean =>
  find.modelOf(device)?.kind === 'receiver' && lines.has(device);

/** Whether a microphone speaks only while a switch of its own is held: for a word to those who listen here. */
export const isTalkback = (find: Lookup, person: string): boolean => {
  const own = find.rig.placements.filter((one) => one.person === person);
  return (
    own.length > 0 &&
    own.every(({ device }) => {
      const { elements = [], paths = [] } = find.modelOf(device) ?? {};
      return (
        elements.length > 0 &&
        paths.length > 0 &&
        paths.every(({ when }) => when !== undefined && 'is' in when && when.is === true)
      );
    })
  );
};

/**
 * What a source of the flow is, by who or what makes it.
 * @param lines devices with a socket whose sound leaves for somebody elsewhere
 */
export const soundKindOf = (
  find: Lookup,
  { person, app, device = '' }: Pick<FlowSource, 'person' | 'app' | 'device'>,
  lines: ReadonlySet<string>,
): SoundKind => {
  if (person !== undefined) return isTalkback(find, person) ? 'talkback' : 'voice';
  if (app !== undefined) {
    const { sound } = PROGRAMS[find.app(app)!.kind];
    return sound === 'nothing' ? 'player' : sound;
  }
  if (goesOutBy(find, device, lines)) return 'line';
  return find.modelOf(device)?.kind === 'instrument' ? 'instrument' : 'player';
};
