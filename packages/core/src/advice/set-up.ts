import { modelById } from '../catalogue';
import { makeBench, mended, solveRig, type Bench } from '../offers';
import { appId } from '../flow';
import { applyEdit, lookup, putApp, type App, type Rig } from '../rig';
import { MICROPHONE_MODELS, ownedCount, type Answers } from './answers';
import { reasonsForXlr } from './connection';
import { chooseDesk, socketsOf } from './desk';

const COMPUTERS = ['laptop-c', 'laptop-earthed', 'desktop', 'laptop-tunnel'] as const;

const computerFor = (answers: Answers): string =>
  COMPUTERS.find((model) => ownedCount(answers, model) > 0) ?? 'laptop-c';

const hostPort = (model: string): string =>
  modelById(model).ports.find(({ usb }) => usb?.role === 'host')!.id;

type AppRow = Omit<App, 'computer'>;

/** Which of a desk's streams a call may hear: the first one that does not bring the call back to itself. */
const withoutEcho = (rig: Rig, computer: string, call: AppRow, desk: string): AppRow => {
  const streams = (lookup(rig).modelOf(desk)?.streams ?? []).filter(
    ({ direction }) => direction === 'to-computer',
  );
  for (const stream of streams) {
    const tried = { ...call, input: { device: desk, stream: stream.id } };
    const next = applyEdit(rig, putApp(rig, { ...tried, computer })).rig;
    const comesBack = solveRig(next).strands.some(
      ({ source, sink, arrives }) =>
        arrives && source === appId(computer, call.id, 'out') && sink === appId(computer, call.id, 'in'),
    );
    if (!comesBack) return tried;
  }
  return call;
};

const usbRig = (answers: Answers, bench: Bench): void => {
  const computer = computerFor(answers);
  const microphone = bench.add('mic-usb', 'Microphone', 'Desk');
  const device = bench.add(computer, 'Computer', 'Desk');
  bench.join({ device: microphone, port: 'usb' }, { device, port: hostPort(computer) }, answers.distanceM);
  bench.talker('Talker', microphone, answers);
  bench.apps(device, [
    {
      id: 'recorder',
      name: 'Recorder',
      kind: 'recorder',
      input: { device: microphone, stream: 'usb-in' },
      output: null,
      tracks: [{ id: 'talker', name: 'Talker', channel: 1 }],
    },
  ]);
};

const INSTRUMENT_LEAD_M = 3;

const deskRig = (answers: Answers, bench: Bench): void => {
  const { model } = chooseDesk(answers);
  const computer = computerFor(answers);
  const desk = bench.add(model, 'Desk', 'Desk');
  const device = bench.add(computer, 'Computer', 'Desk');
  const usb = modelById(model).ports.find((port) => port.usb)!;
  const sockets = socketsOf(model);
  const names: string[] = [];
  bench.join({ device: desk, port: usb.id }, { device, port: hostPort(computer) }, 2);
  for (let n = 1; n <= answers.people && sockets.length > 0; n += 1) {
    const name = answers.people === 1 ? 'Talker' : `Talker ${n}`;
    const microphone = bench.add(MICROPHONE_MODELS[answers.microphone], `${name}, microphone`, 'Table');
    bench.join(
      { device: microphone, port: 'out' },
      { device: desk, port: sockets.shift()! },
      answers.distanceM,
    );
    bench.talker(name, microphone, answers);
    names.push(name);
  }
  for (let n = 1; n <= answers.instruments && sockets.length > 0; n += 1) {
    const name = `Instrument ${n}`;
    const guitar = bench.add('guitar', name, 'Table');
    const socket = { device: desk, port: sockets.shift()! };
    // An XLR socket takes an instrument only through a DI box; a combined one takes it as it is.
    if (modelById(model).ports.find(({ id }) => id === socket.port)!.connector === 'combo') {
      bench.setTo(socket, 'instrument');
      bench.join({ device: guitar, port: 'out' }, socket, INSTRUMENT_LEAD_M);
    } else {
      const box = bench.add('di-passive', `DI box, ${name.toLowerCase()}`, 'Table');
      bench.join({ device: guitar, port: 'out' }, { device: box, port: 'in' }, INSTRUMENT_LEAD_M);
      bench.join({ device: box, port: 'out' }, socket, answers.distanceM);
    }
    names.push(name);
  }
  const phones = modelById(model).ports.filter(({ id }) => id.startsWith('phones'));
  phones.slice(0, Math.max(1, answers.people)).forEach(({ id }, index) => {
    const ears = bench.add('headphones', index === 0 ? 'Headphones' : `Headphones ${index + 1}`, 'Desk');
    bench.join({ device: desk, port: id }, { device: ears, port: 'in' }, 2);
  });
  if (answers.events) {
    for (const side of ['L', 'R'] as const) {
      const speaker = bench.add('loudspeaker', `Loudspeaker ${side === 'L' ? 'left' : 'right'}`, 'Hall');
      bench.join({ device: desk, port: `out${side}` }, { device: speaker, port: 'in' }, 10);
    }
  }
  const streams = modelById(model).streams;
  const own =
    streams.find(({ id }) => id === 'tracks') ??
    streams.find(({ direction }) => direction === 'to-computer')!;
  const back = streams.find(({ direction }) => direction === 'from-computer');
  const choice = (stream: { id: string } | undefined) =>
    stream ? { device: desk, stream: stream.id } : null;
  const recorder: AppRow = {
    id: 'recorder',
    name: 'Recorder',
    kind: 'recorder',
    input: choice(own),
    output: null,
    tracks: names.map((name, index) => ({ id: `track-${index + 1}`, name, channel: index + 1 })),
  };
  const encoder: AppRow = {
    id: 'stream',
    name: 'Stream',
    kind: 'encoder',
    input: choice(streams[0]),
    output: null,
    tracks: [],
  };
  const call: AppRow = {
    id: 'call',
    name: 'Call',
    kind: 'call',
    input: null,
    output: choice(back),
    tracks: [],
  };
  bench.apps(device, [recorder, ...(answers.streams ? [encoder] : [])]);
  if (answers.callers > 0) bench.apps(device, [withoutEcho(bench.rig(), device, call, desk)]);
};

/** The rig these answers lead to, wired with the best leads and with every gain set for these voices. */
export const setUp = (answers: Answers): Rig => {
  const bench = makeBench('My new studio');
  if (reasonsForXlr(answers).length === 0) usbRig(answers, bench);
  else deskRig(answers, bench);
  if (answers.camera !== 'none') bench.add('camera', 'Camera', 'Desk');
  return mended(bench.rig());
};
