import { clocksOf } from '../host';
import {
  allMembers,
  atRate,
  combineEdits,
  listensToJoined,
  putJoined,
  rateText,
  recordingOf,
  setRate,
  setRecording,
  type App,
  type Edit,
  type JoinedInput,
  type SampleRateHz,
  isRecorder,
} from '../rig';
import { asFix, finding, figureText, type Check, type Figure, type Found, type Solved } from './finding';

/** How far off in pitch sound is that was written at one rate and is read at another, in hundredths of a semitone. */
const cents = (writtenHz: number, readHz: number): number => 1200 * Math.log2(readHz / writtenHz);

/** A device, or a joined input, that is set to a sample rate. */
interface AtRate {
  name: string;
  rateHz: SampleRateHz;
  /** The device, or the computer that joins. */
  device: string;
  set: (rateHz: SampleRateHz) => Edit;
}

const rateFigure = ({ name, rateHz }: Pick<AtRate, 'name' | 'rateHz'>): Figure => ({
  label: name,
  value: rateHz / 1000,
  unit: 'kHz',
  from: 'as it is set',
});

/** Those of some devices that are set to a rate, each once. */
const devicesAt = ({ rig, find }: Solved, ids: readonly string[]): AtRate[] =>
  [...new Set(ids)].flatMap((id) => {
    const device = find.device(id);
    return device?.rateHz === undefined
      ? []
      : [
          {
            name: device.name,
            rateHz: device.rateHz,
            device: id,
            set: (rateHz: SampleRateHz) => setRate(rig, id, rateHz),
          },
        ];
  });

/** A joined input itself, where it is opened at a rate of its own. */
const joinedAt = ({ rig }: Solved, joined: JoinedInput | undefined): AtRate[] =>
  joined?.rateHz === undefined
    ? []
    : [
        {
          name: joined.name,
          rateHz: joined.rateHz,
          device: joined.computer,
          set: (rateHz) => putJoined(rig, atRate(joined, rateHz)),
        },
      ];

/** A joined input and its devices that are set to different rates. */
const inJoined = (solved: Solved, joined: JoinedInput): Found[] => {
  const members = devicesAt(
    solved,
    allMembers(joined).map(({ device }) => device),
  );
  const itself = joinedAt(solved, joined);
  const all = [...itself, ...members];
  const rates = [...new Set(all.map(({ rateHz }) => rateHz))].sort((a, b) => a - b);
  if (rates.length < 2) return [];
  const recorders = solved.rig.apps.filter(
    (app) => isRecorder(app.kind) && listensToJoined(solved.rig, app, joined.id),
  );
  // What is written already comes first, then the rate it is opened at, and that of the one that leads.
  const liked = [
    ...recorders.map((app) => recordingOf(app).rateHz),
    joined.rateHz,
    members.find(({ device }) => device === joined.clock)?.rateHz,
  ];
  const order = [...new Set([...liked.flatMap((one) => one ?? []), ...rates])].filter((one) =>
    rates.includes(one),
  );
  return [
    finding({
      code: 'rate-mismatch',
      severity: 'fault',
      title: `Devices of ${joined.name} run at ${rates.map(rateText).join(' and ')}`,
      why: `A joined input has one sample rate. ${all.map(({ name, rateHz }) => `${name} is set to ${rateText(rateHz)}`).join(', ')}: the system refuses to join them, or some sound at the wrong speed. Resampling evens out clocks that drift, not rates. Set all to one.`,
      places: [{ device: joined.computer }, ...members.map(({ device }) => ({ device }))],
      about: [{ device: joined.computer, control: joined.id }],
      figures: all.map(rateFigure),
      propose: () =>
        order.map((rate) => {
          const writers = recorders.filter((app) => recordingOf(app).rateHz !== rate);
          const too =
            writers.length > 0 ? `, and let ${writers.map(({ name }) => name).join(', ')} write it` : '';
          const label = `Set all of ${joined.name} to ${rateText(rate)}${too}`;
          const edits = [
            ...all.filter(({ rateHz }) => rateHz !== rate).map(({ set }) => set(rate)),
            ...writers.map((app) => setRecording(solved.rig, app, { rateHz: rate })),
          ];
          return { label, edit: combineEdits(label, ...edits) };
        }),
    }),
  ];
};

/** A recorder that writes at another rate than what it listens to runs at. */
const atRecorder = (solved: Solved, app: App): Found[] => {
  const { rateHz: written } = recordingOf(app);
  const { find } = solved;
  const set = [
    ...devicesAt(
      solved,
      find.streamsOf(app.input, app.computer, 'input').map(({ device }) => device),
    ),
    ...joinedAt(solved, find.joinedOf(app.input, app.computer)),
  ];
  const off = set.filter(({ rateHz }) => rateHz !== written);
  const [first] = off;
  // Several that differ among one another are told of their joined input.
  if (!first || new Set(set.map(({ rateHz }) => rateHz)).size > 1) return [];
  const byCents = cents(first.rateHz, written);
  // Stryker disable next-line EqualityOperator: they differ
  const isFaster = written > first.rateHz;
  return [
    finding({
      code: 'rate-mismatch',
      severity: 'caution',
      title: `${app.name} writes ${rateText(written)}, ${first.name} runs at ${rateText(first.rateHz)}`,
      why: `At best the system converts everything on its way. At worst it is written as it comes, and read ${figureText(Math.abs((written / first.rateHz - 1) * 100), 1)} % too ${isFaster ? 'fast' : 'slow'}, ${figureText(Math.abs(byCents) / 100, 1)} semitones too ${isFaster ? 'high' : 'low'}. Set both alike.`,
      places: [{ device: app.computer }, { device: first.device }],
      about: [{ device: app.computer, control: app.id }, { device: first.device }],
      figures: [
        { label: 'Runs at', value: first.rateHz / 1000, unit: 'kHz', from: `as ${first.name} is set` },
        { label: 'Written at', value: written / 1000, unit: 'kHz', from: `as ${app.name} is set` },
        { label: 'Off in pitch', value: byCents, unit: 'cents', from: '1200 · log2 of the ratio' },
      ],
      propose: () => {
        const label = `Let ${app.name} write ${rateText(first.rateHz)}`;
        const all = `Set ${off.map(({ name }) => name).join(', ')} to ${rateText(written)}`;
        return [
          { label, edit: { ...setRecording(solved.rig, app, { rateHz: first.rateHz }), label } },
          { label: all, edit: combineEdits(all, ...off.map(({ set: setTo }) => setTo(written))) },
        ];
      },
    }),
  ];
};

/** Two ends of sound as data that are set to different rates. */
const atLinks = (solved: Solved): Found[] =>
  clocksOf(solved.find).links.flatMap(({ device, to }): Found[] => {
    const ends = [device, to.device].map((id) => solved.find.device(id)!);
    const [sender, taker] = ends;
    if (!sender?.rateHz || !taker?.rateHz || sender.rateHz === taker.rateHz) return [];
    return [
      finding({
        code: 'rate-mismatch',
        severity: 'fault',
        title: `${sender.name} sends ${rateText(sender.rateHz)}, ${taker.name} runs at ${rateText(taker.rateHz)}`,
        why: `Sound as data is taken as it comes: set to another rate, ${taker.name} takes nothing of it, or crackles. Set both alike.`,
        places: [{ device: taker.id, port: to.port }, { device: sender.id }],
        about: [{ device: taker.id, port: to.port }],
        figures: [sender, taker].map(({ name, rateHz }) => rateFigure({ name, rateHz: rateHz! })),
        propose: () =>
          [setRate(solved.rig, sender.id, taker.rateHz), setRate(solved.rig, taker.id, sender.rateHz)].map(
            asFix,
          ),
      }),
    ];
  });

/** Sample rates that do not go together: of what is joined, of sound as data, of a recorder and what it listens to. */
export const rateMismatch: Check = (solved) => [
  ...atLinks(solved),
  ...solved.rig.joinedInputs.flatMap((joined) => inJoined(solved, joined)),
  ...solved.rig.apps
    .filter(({ kind, tracks }) => isRecorder(kind) && tracks.length > 0)
    .flatMap((app) => atRecorder(solved, app)),
];
