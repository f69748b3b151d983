import { isDestination } from '../flow';
import { isReallyHeard } from '../gain';
import { takesSound, hasFarEnd } from '../rig';
import type { Place, Solved } from './finding';
import { isListening, reachings } from './reaching';

/** Something that is still missing in a rig being built; it goes by itself once it is there. */
export interface ToDo {
  words: string;
  place: Place;
}

/** What a rig that is still being built lacks; empty once every voice arrives and every program listens. */
export const toDoOf = (solved: Solved): ToDo[] => {
  const { rig, find, heard } = solved;
  const { nameOf: name } = find;
  const unheard = isListening(solved)
    ? []
    : reachings(solved)
        .filter(({ arrives }) => !arrives)
        .map(({ person, end, microphone }): ToDo => {
          const device = end?.device ?? microphone;
          const place = { device };
          return device === microphone
            ? { words: `${person.name}’s microphone goes nowhere yet`, place }
            : { words: `${person.name} gets as far as ${name(device)}, and no further yet`, place };
        });
  const spoken = new Set(rig.placements.map(({ device }) => device));
  const silent = rig.devices
    .filter(({ id }) => !spoken.has(id) && find.modelOf(id)!.points.some(({ role }) => role === 'capsule'))
    .map(({ id }): ToDo => ({ words: `Nobody speaks into ${name(id)} yet`, place: { device: id } }));
  const deaf = rig.apps
    .filter(({ kind, input }) => takesSound(kind) && input === null)
    .map(({ name: app, computer }): ToDo => ({
      words: `${app} on ${name(computer)} listens to nothing yet`,
      place: { device: computer },
    }));
  const mute = rig.apps
    .filter(({ kind, output }) => hasFarEnd(kind) && output === null)
    .map(({ name: app, computer }): ToDo => ({
      words: `${app} on ${name(computer)} plays nowhere yet: nobody here hears its far end`,
      place: { device: computer },
    }));
  const hasVoices = rig.placements.length > 0;
  const hasListeners = heard.sinks.some(({ kind }) => isDestination(kind)) || rig.apps.length > 0;
  const nowhere: ToDo[] =
    hasVoices && !hasListeners
      ? [{ words: 'Nothing records or sends yet: add a computer, a recorder or a camera', place: {} }]
      : [];
  return [...unheard, ...silent, ...deaf, ...mute, ...nowhere];
};

/** Whether something was meant to arrive, and does: only then is a rig without findings clear. */
export const isSomethingArriving = ({ heard }: Solved): boolean => heard.arrivals.some(isReallyHeard);
