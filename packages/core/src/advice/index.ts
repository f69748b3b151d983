import type { Rig } from '../rig';
import { adapterTopic } from './adapter-lead';
import type { Answers } from './answers';
import { callsTopic } from './calls';
import { cameraTopic } from './camera-feed';
import { connectionTopic, reasonsForXlr } from './connection';
import { deskTopic } from './desk';
import { setUp } from './set-up';
import { shoppingFor, type ShoppingRow } from './shopping';
import type { Topic } from './topic';

export { MICROPHONE_MODELS, USUAL_ANSWERS, type Answers } from './answers';
export { MOST_INPUTS } from './desk';
export { shoppingCsv, totalCost, type ShoppingRow } from './shopping';
export type { School, Topic } from './topic';

/** Everything said before buying: the questions answered, what to buy, and a rig to open. */
export interface Advice {
  topics: Topic[];
  shopping: ShoppingRow[];
  rig: Rig;
}

/** Advice for these answers; the figures are those of the engine on rigs made from them. */
export const advise = (answers: Answers): Advice => {
  const isXlr = reasonsForXlr(answers).length > 0;
  const rig = setUp(answers);
  return {
    topics: [
      connectionTopic(answers),
      ...(isXlr ? [deskTopic(answers)] : []),
      ...(answers.people === 1 ? [adapterTopic(answers)] : []),
      ...[callsTopic(answers, rig), cameraTopic(answers)].filter((topic) => topic !== undefined),
    ],
    shopping: shoppingFor(rig, answers),
    rig,
  };
};
