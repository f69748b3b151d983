import { echoOf, inSentence, isPostOf, isSpeakerOf, sourceRefOf } from '../feeds';
import { isDestination } from '../flow';
import { isReallyHeard, type Arrival } from '../gain';
import { farEndsOf, trackWords, type Intent, type SinkRef, type SourceRef, hasFarEnd } from '../rig';
import type { Solved } from './finding';
import { reachings } from './reaching';

/** What is to arrive somewhere, in a sentence, and whether it does. */
export interface Meant {
  sentence: string;
  isMet: boolean;
  /** The operator's own; absent: taken for granted from who is there and what is plugged. */
  intent?: Intent;
}

const sourceName = ({ find }: Solved, ref: SourceRef): string => {
  if ('person' in ref) return find.personName(ref.person);
  if ('app' in ref) {
    const app = find.app(ref.app);
    return (
      app?.farEnds?.find(({ id }) => id === ref.farEnd)?.name ??
      (app && !hasFarEnd(app.kind) ? app.name : `the far end of ${app?.name ?? ref.app}`)
    );
  }
  return find.nameOf(ref.device);
};

const sinkName = ({ find }: Solved, ref: SinkRef): string => {
  if ('device' in ref) return find.nameOf(ref.device);
  const app = find.app(ref.app);
  const who = app?.farEnds?.find(({ id }) => id === ref.farEnd)?.name;
  if (who) return who;
  const track = app?.tracks.find(({ id }) => id === ref.track);
  const computer = find.device(app?.computer ?? '')?.name ?? '';
  return track ? `${trackWords(track)} of ${app?.name}` : `${app?.name ?? ref.app} on ${computer}`;
};

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Places in the flow where a listener hears. */
export const nodesOfSink = ({ heard }: Solved, sink: SinkRef): Set<string> =>
  new Set(
    heard.sinks.filter((one) => isPostOf({ ...one, devices: [one.device] }, sink)).map(({ node }) => node),
  );

/** What of a source arrives at a sink, crosstalk aside. */
export const arrivalsBetween = (solved: Solved, source: SourceRef, sink: SinkRef): Arrival[] => {
  const { heard } = solved;
  const sources = new Set(
    heard.graph.sources
      .filter((one) => isSpeakerOf({ ref: sourceRefOf(one) }, source))
      .map(({ node }) => node),
  );
  const sinks = nodesOfSink(solved, sink);
  return heard.arrivals.filter(
    (arrival) => isReallyHeard(arrival) && sources.has(arrival.source) && sinks.has(arrival.sink),
  );
};

/** Whether anything of a source arrives at a sink. */
export const arrivesAt = (solved: Solved, source: SourceRef, sink: SinkRef): boolean =>
  arrivalsBetween(solved, source, sink).length > 0;

/** Who is meant, what is so between them, and where, in one phrase. */
export const intentPhrase = (solved: Solved, { source, sink }: Intent, between: string): string =>
  capital(`${sourceName(solved, source)} ${between} ${sinkName(solved, sink)}`);

/** One of the operator's own intents as a sentence. */
export const intentSentence = (solved: Solved, intent: Intent): string =>
  intent.want === 'quieter'
    ? `${intentPhrase(solved, intent, `is to be ${intent.byDb} dB under the others at`)}.`
    : `${intentPhrase(solved, intent, intent.want === 'arrives' ? 'is to be heard at' : 'is never to be heard at')}.`;

/** Everything that is meant to arrive, or never to: what goes without saying first, then the operator's own. */
export const meantOf = (solved: Solved): Meant[] => {
  const { rig, heard } = solved;
  const recorded = reachings(solved).map(({ person, arrives }): Meant => ({
    sentence: `${person.name} is recorded or sent.`,
    isMet: arrives,
  }));
  const calls = rig.apps.filter(({ kind, input, output }) => hasFarEnd(kind) && (input || output));
  const heardBack = calls.map((call): Meant => ({
    sentence: `The far end of ${call.name} is heard by somebody.`,
    isMet: heard.arrivals
      .filter(isReallyHeard)
      .some(
        ({ source, sink }) =>
          heard.graph.sources.some(({ node, app }) => node === source && app === call.id) &&
          heard.sinks.some((one) => one.node === sink && (!isDestination(one.kind) || one.kind === 'track')),
      ),
  }));
  const itself = calls
    .filter(({ input }) => input)
    .flatMap((call) =>
      farEndsOf(rig, call).map(({ id, name }): Meant => ({
        sentence: `${capital(inSentence(name))} does not hear itself come back.`,
        isMet: echoOf(solved.find, heard, call.id, id) === undefined,
      })),
    );
  // A game is kept out of a call, but where the operator has said something else of it there.
  const { speakers, posts, rows } = solved.feeds;
  const keptOut = speakers.flatMap(({ sound, name }, row): Meant[] =>
    sound !== 'game' && sound !== 'alert'
      ? []
      : posts.flatMap((post, at): Meant[] => {
          const { want, intent, state } = rows[row]![at]!;
          return want === 'never' && intent === undefined
            ? [
                {
                  sentence: `${name} does not come through to ${post.inSentence}.`,
                  isMet: state !== 'unwanted',
                },
              ]
            : [];
        }),
  );
  const own = rig.intents.map((intent): Meant => ({
    sentence: intentSentence(solved, intent),
    isMet:
      intent.want === 'quieter'
        ? !solved.feeds.rows.flat().some((one) => one.intent === intent.id && one.tooLoudByDb !== undefined)
        : arrivesAt(solved, intent.source, intent.sink) === (intent.want === 'arrives'),
    intent,
  }));
  return [...recorded, ...heardBack, ...itself, ...keptOut, ...own];
};
