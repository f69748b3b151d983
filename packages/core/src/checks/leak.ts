import { removeIntent } from '../rig';
import { finding, type Check } from './finding';
import { arrivesAt, intentSentence } from './meant';

/** What the operator said must never arrive somewhere, and does. */
export const leak: Check = (solved) =>
  solved.rig.intents
    .filter(({ source, sink, want }) => want === 'never' && arrivesAt(solved, source, sink))
    .map((intent) => {
      const device =
        'device' in intent.sink ? intent.sink.device : solved.find.app(intent.sink.app)?.computer;
      const arrivals = solved.heard.arrivals.filter(({ sink }) =>
        solved.heard.sinks.some((one) => one.node === sink && one.device === device),
      );
      return finding({
        code: 'leak',
        severity: 'fault',
        title: intentSentence(solved, intent)
          .replace('is never to be heard at', 'gets through to')
          .replace(/\.$/, ''),
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
        propose: () => [{ label: 'Say that it may after all', edit: removeIntent(solved.rig, intent.id) }],
      });
    });
