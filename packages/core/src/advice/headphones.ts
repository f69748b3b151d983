import { modelById } from '../catalogue';
import type { Answers } from './answers';

/** The amplifier that is advised where a desk's own sockets are too few. */
export const AMPLIFIER = 'headphone-amplifier';

const phonesOf = (model: string): string[] =>
  modelById(model)
    .ports.filter(({ id }) => id.startsWith('phones'))
    .map(({ id }) => id);

/** Where headphones for everyone go: a desk's own sockets, and those of an amplifier behind its line outputs. */
export interface HeadphoneSockets {
  own: string[];
  /** None where the desk has enough, has no line outputs, or loudspeakers for an audience hang on them. */
  ofAmplifier: string[];
}

export const headphoneSockets = ({ people, events }: Answers, desk: string): HeadphoneSockets => {
  const own = phonesOf(desk);
  const hasLineOuts = ['outL', 'outR'].every((port) => modelById(desk).ports.some(({ id }) => id === port));
  const isAmplified = people > own.length && hasLineOuts && !events;
  return { own, ofAmplifier: isAmplified ? phonesOf(AMPLIFIER) : [] };
};

/** What is to be said where there are fewer sockets than people. */
export const headphoneWords = (answers: Answers, desk: string): string[] => {
  const { own, ofAmplifier } = headphoneSockets(answers, desk);
  const there = own.length + ofAmplifier.length;
  if (there >= answers.people) return [];
  const from = ofAmplifier.length > 0 ? `its own and those of an amplifier are ${there}` : `it has ${there}`;
  return [
    `Headphone sockets for ${there} of ${answers.people}: ${from}. An amplifier with more outputs takes the others.`,
  ];
};
