import { clocksOf } from '../host';
import {
  combineEdits,
  listensToJoined,
  recordingOf,
  setRate,
  setRecording,
  type App,
  type Device,
  type JoinedInput,
} from '../rig';
import { asFix, finding, figureText, type Check, type Figure, type Found, type Solved } from './finding';

const kilohertz = (rateHz: number): string => `${figureText(rateHz / 1000, 1)} kHz`;

/** How far off in pitch sound is that was written at one rate and is read at another, in hundredths of a semitone. */
const cents = (writtenHz: number, readHz: number): number => 1200 * Math.log2(readHz / writtenHz);

const rateFigure = ({ name, rateHz }: Device): Figure => ({
  label: name,
  value: rateHz! / 1000,
  unit: 'kHz',
  from: 'as it is set',
});

/** Devices of a joined input that are set to different rates. */
const inJoined = (solved: Solved, joined: JoinedInput): Found[] => {
  const members = [...new Set(joined.members.map(({ device }) => device))].flatMap((id) => {
    const device = solved.find.device(id);
    return device?.rateHz === undefined ? [] : [device];
  });
  const rates = [...new Set(members.map(({ rateHz }) => rateHz!))].sort((a, b) => a - b);
  if (rates.length < 2) return [];
  const recorders = solved.rig.apps.filter(
    (app) => app.kind === 'recorder' && listensToJoined(solved.rig, app, joined.id),
  );
  // What is written already comes first, then the rate of the one that leads.
  const liked = [
    ...recorders.map((app) => recordingOf(app).rateHz),
    members.find(({ id }) => id === joined.clock)?.rateHz,
  ];
  const order = [...new Set([...liked.filter((one) => one && rates.includes(one)), ...rates])];
  return [
    finding({
      code: 'rate-mismatch',
      severity: 'fault',
      title: `Devices of ${joined.name} run at ${rates.map(kilohertz).join(' and ')}`,
      why: `A joined input has one sample rate. ${members.map(({ name, rateHz }) => `${name} is set to ${kilohertz(rateHz!)}`).join(', ')}: the system refuses to join them, or some sound at the wrong speed. Resampling evens out clocks that drift, not rates. Set all to one.`,
      places: [{ device: joined.computer }, ...members.map(({ id }) => ({ device: id }))],
      about: [{ device: joined.computer, control: joined.id }],
      figures: members.map(rateFigure),
      propose: () =>
        order.flatMap((rate) => {
          if (rate === undefined) return [];
          const others = members.filter(({ rateHz }) => rateHz !== rate);
          const writers = recorders.filter((app) => recordingOf(app).rateHz !== rate);
          const too =
            writers.length > 0 ? `, and let ${writers.map(({ name }) => name).join(', ')} write it` : '';
          const label = `Set all of ${joined.name} to ${kilohertz(rate)}${too}`;
          const edits = [
            ...others.map(({ id }) => setRate(solved.rig, id, rate)),
            ...writers.map((app) => setRecording(solved.rig, app, { rateHz: rate })),
          ];
          return [{ label, edit: combineEdits(label, ...edits) }];
        }),
    }),
  ];
};

/** A recorder that writes at another rate than the one device it listens to runs at. */
const atRecorder = (solved: Solved, app: App): Found[] => {
  const { rateHz: written } = recordingOf(app);
  const devices = [...new Set(solved.find.streamsOf(app.input, app.computer, 'input').map(({ device }) => device))];
  const set = devices.flatMap((id) => {
    const device = solved.find.device(id);
    return device?.rateHz === undefined ? [] : [device];
  });
  const off = set.filter(({ rateHz }) => rateHz !== written);
  const [first] = off;
  // Several that differ among one another are told of their joined input.
  if (!first || new Set(set.map(({ rateHz }) => rateHz)).size > 1) return [];
  const byCents = cents(first.rateHz!, written);
  return [
    finding({
      code: 'rate-mismatch',
      severity: 'caution',
      title: `${app.name} writes ${kilohertz(written)}, ${first.name} runs at ${kilohertz(first.rateHz!)}`,
      why: `At best the system converts everything on its way. At worst it is written as it comes, and read ${figureText(Math.abs((written / first.rateHz! - 1) * 100), 1)} % too ${written > first.rateHz! ? 'fast' : 'slow'}, ${figureText(Math.abs(byCents) / 100, 1)} semitones too ${byCents > 0 ? 'high' : 'low'}. Set both alike.`,
      places: [{ device: app.computer }, { device: first.id }],
      about: [{ device: app.computer, control: app.id }, { device: first.id }],
      figures: [
        { label: 'Runs at', value: first.rateHz! / 1000, unit: 'kHz', from: `as ${first.name} is set` },
        { label: 'Written at', value: written / 1000, unit: 'kHz', from: `as ${app.name} is set` },
        { label: 'Off in pitch', value: byCents, unit: 'cents', from: '1200 · log2 of the ratio' },
      ],
      propose: () => {
        const label = `Let ${app.name} write ${kilohertz(first.rateHz!)}`;
        const all = `Set ${off.map(({ name }) => name).join(', ')} to ${kilohertz(written)}`;
        return [
          { label, edit: { ...setRecording(solved.rig, app, { rateHz: first.rateHz! }), label } },
          {
            label: all,
            edit: combineEdits(all, ...off.map(({ id }) => setRate(solved.rig, id, written))),
          },
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
        title: `${sender.name} sends ${kilohertz(sender.rateHz)}, ${taker.name} runs at ${kilohertz(taker.rateHz)}`,
        why: `Sound as data is taken as it comes: set to another rate, ${taker.name} takes nothing of it, or crackles. Set both alike.`,
        places: [{ device: taker.id, port: to.port }, { device: sender.id }],
        about: [{ device: taker.id, port: to.port }],
        figures: ends.map(rateFigure),
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
    .filter(({ kind, tracks }) => kind === 'recorder' && tracks.length > 0)
    .flatMap((app) => atRecorder(solved, app)),
];
