import { removeIntent } from '../rig';
import { finding, type Check } from './finding';
import { shutBetween } from './fixes/routing';
import { arrivalsBetween, intentPhrase, intentSentence } from './meant';

/** What the operator said must never arrive somewhere, and does. */
export const leak: Check = (solved) =>
  solved.rig.intents
    .filter(({ want }) => want === 'never')
    .flatMap((intent) => {
      const arrivals = arrivalsBetween(solved, intent.source, intent.sink);
      if (arrivals.length === 0) return [];
      const device =
        'device' in intent.sink ? intent.sink.device : solved.find.app(intent.sink.app)?.computer;
      return finding({
        code: 'leak',
        severity: 'fault',
        title: intentPhrase(solved, intent, 'gets through to'),
        why: `This rig says that it never may. ${intentSentence(solved, intent)} Take it out of what is played or sent there.`,
        places: [
          ...(device ? [{ device }] : []),
          ...('person' in intent.source ? [{ person: intent.source.person }] : []),
        ],
        figures: [
          {
            label: 'Loudest arrival there',
            value: Math.max(...arrivals.map(({ level }) => level)),
            unit: 'dB',
            from: 'arrivals, in the unit of the place',
          },
        ],
        propose: () => [
          ...arrivals.flatMap(({ source, sink }) => shutBetween(solved, source, sink)),
          {
            label: 'Say that it may after all',
            edit: removeIntent(solved.rig, intent.id),
            isLastResort: true,
          },
        ],
      });
    });
