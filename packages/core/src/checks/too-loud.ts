import { wayOf } from '../gain';
import { cellsOf } from './cells';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import type { Feed, Post, Speaker } from '../feeds';
import { turnDownAlong } from './fixes/turn-down';
import { shutBetween } from './fixes/routing';
import { removeIntent } from '../rig';

/** What makes a sound weaker at a listener: what is nearest to the listener first, since others hear it too. */
const weaker = (solved: Solved, { arrival, tooLoudByDb, intent }: Feed): Fix[] => {
  const { heard, rig } = solved;
  return [
    ...turnDownAlong(solved, wayOf(heard, arrival!), tooLoudByDb!),
    ...shutBetween(solved, arrival!.source, arrival!.sink).map((fix): Fix => ({
      ...fix,
      isLastResort: true,
    })),
    { label: 'Say that it may be as loud after all', edit: removeIntent(rig, intent!), isLastResort: true },
  ];
};

const foundAt = (solved: Solved, speaker: Speaker, post: Post, feed: Feed): Found =>
  finding({
    code: 'too-loud',
    severity: 'caution',
    title: `${speaker.name} is ${figureText(feed.tooLoudByDb!, 0)} dB too loud in ${post.inSentence}`,
    why: `This rig says that it has to be ${feed.quieterByDb!} dB under the loudest of the others there; it is ${figureText(feed.quieterByDb! - feed.tooLoudByDb!, 0)}. What covers voices makes people ask again.`,
    places: [
      ...post.devices.map((device) => ({ device })),
      ...('person' in speaker.ref ? [{ person: speaker.ref.person }] : []),
    ],
    about: [{ control: `${speaker.id}→${post.id}` }],
    figures: [
      {
        label: 'Too loud by',
        value: feed.tooLoudByDb!,
        unit: 'dB',
        from: 'its arrival against the loudest other there, long-term levels',
      },
      { label: 'To be under the others by', value: feed.quieterByDb!, unit: 'dB', from: 'said in this rig' },
    ],
    propose: () => weaker(solved, feed),
  });

/** What is to be kept under the others somewhere, and is not. */
export const tooLoud: Check = (solved) =>
  cellsOf(solved)
    .filter(({ feed }) => feed.tooLoudByDb !== undefined)
    .map(({ speaker, post, feed }) => foundAt(solved, speaker, post, feed));
