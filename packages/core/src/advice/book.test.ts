import { controlsOf, valueWords } from '../catalogue';
import { holdBook, type Section } from '../book.testing';
import { figureText } from '../checks';
import { lookup, plugName, settingOf, type Rig } from '../rig';
import { advise, shoppingCsv, totalCost, USUAL_ANSWERS, type Answers, type Topic } from '.';

/** What is said before buying, for answers of every kind, with what is to be bought and how it is put together. */

const ANSWERS: [who: string, answers: Partial<Answers>][] = [
  ['two who record', {}],
  ['one near the computer', { people: 1 }],
  ['one five metres away', { people: 1, distanceM: 5 }],
  ['one six metres away', { people: 1, distanceM: 6 }],
  ['one who will be more', { people: 1, grows: true }],
  ['one with a guitar', { people: 1, instruments: 1 }],
  ['one who calls', { people: 1, callers: 1 }],
  [
    'one at a broadcast dynamic in a loud room',
    { people: 1, microphone: 'broadcast', roomNoiseSpl: 50, distanceM: 6 },
  ],
  ['one who is loud', { people: 1, effort: 'loud', distanceM: 6 }],
  [
    'one at a condenser far from the mouth',
    { people: 1, microphone: 'condenser', mouthM: 0.2, distanceM: 6 },
  ],
  ['two who stream with a camera at the computer', { streams: true, camera: 'computer' }],
  ['two with a camera that records by itself', { camera: 'own-file' }],
  ['two who call', { callers: 1 }],
  ['two who call and stream', { callers: 1, streams: true }],
  ['two who call with faders under their fingers', { callers: 2, handsOn: true }],
  ['two before an audience', { events: true, streams: true, callers: 1 }],
  ['three at condensers', { people: 3, microphone: 'condenser' }],
  ['four and two guitars', { people: 4, instruments: 2 }],
  ['six', { people: 6 }],
  ['more than there are inputs', { people: 7, instruments: 3 }],
  ['twenty metres away', { distanceM: 20 }],
  [
    'two who own most of it',
    { owned: ['desktop', 'interface-4', 'mic-dynamic-hand', 'mic-dynamic-hand', 'headphones', 'camera'] },
  ],
  ['two who own a mixer and one microphone', { owned: ['mixer-4-usb', 'mic-dynamic-hand'] }],
];

const topicText = ({ question, recommendation, reasons, schools, figures }: Topic): string =>
  [
    `**${question} ${recommendation}**`,
    ...reasons.map((reason) => `- because: ${reason}`),
    ...schools.map(
      ({ name, says, holds }) => `- ${name} (${holds ? 'holds' : 'does not hold'} here): ${says}`,
    ),
    ...figures.map(({ label, value, unit, from }) => `- ${label}: ${figureText(value)} ${unit} (${from})`),
  ].join('\n');

/** Everything that is not as it comes out of its box, every lead and every program. */
const rigText = (rig: Rig): string => {
  const find = lookup(rig);
  const settings = rig.devices.flatMap((device) =>
    controlsOf(find.modelOf(device.id)!)
      .filter(({ id }) => id in device.settings)
      .map(
        (control) => `- ${device.name}, ${control.label}: ${valueWords(control, settingOf(device, control))}`,
      ),
  );
  return [
    ...rig.devices.map(({ name, model, place }) => `- ${name}: ${model}, ${place || 'nowhere'}`),
    ...settings,
    ...rig.leads.map(
      ({ ends, kind, lengthM }) =>
        `- ${ends.map((end) => (end ? plugName(find, end) : 'nothing')).join(' – ')}: ${kind}, ${figureText(lengthM)} m`,
    ),
    ...rig.apps.map(
      ({ name, computer, input, output, tracks }) =>
        `- ${name} on ${computer}: ${JSON.stringify({ input, output, tracks: tracks.map((one) => `${one.name} ${one.channel}`) })}`,
    ),
    ...rig.placements.map(
      ({ person, device, distanceM }) => `- ${person} at ${device}, ${figureText(distanceM, 2)} m`,
    ),
  ].join('\n');
};

const sectionOf = ([heading, change]: (typeof ANSWERS)[number]): Section => {
  let advice: ReturnType<typeof advise> | undefined;
  const said = () => (advice ??= advise({ ...USUAL_ANSWERS, ...change }));
  return {
    heading,
    parts: [
      { text: () => said().topics.map(topicText).join('\n\n') },
      {
        title: 'To buy',
        text: () =>
          `${shoppingCsv(said().shopping).trim()}\n\nTogether ${figureText(totalCost(said().shopping), 0)}.`,
      },
      { title: 'Put together', text: () => rigText(said().rig) },
    ],
  };
};

holdBook(
  'advice.md',
  `# What Diaphon advises before buying

For answers of every kind: what to get, why, what each school of the trade says, what there is to buy and how it is put together.
Written by \`npm run books\`.
`,
  ANSWERS.map(sectionOf),
);
