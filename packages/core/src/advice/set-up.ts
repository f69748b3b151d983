import { maxBy } from 'es-toolkit';
import { modelById } from '../catalogue';
import {
  keepCall,
  listenBest,
  makeBench,
  makeEngineMemory,
  mended,
  type Bench,
  type EngineMemory,
} from '../offers';
import { lookup, type App, type Rig } from '../rig';
import { MICROPHONE_MODELS, ownedCount, type Answers } from './answers';
import { reasonsForXlr } from './connection';
import { chooseDesk, socketsOf } from './desk';
import { AMPLIFIER, headphoneSockets } from './headphones';

const COMPUTERS = ['laptop-c', 'laptop-earthed', 'desktop', 'laptop-tunnel'] as const;

const computerFor = (answers: Answers): string =>
  COMPUTERS.find((model) => ownedCount(answers, model) > 0) ?? 'laptop-c';

const hostPorts = (model: string): string[] =>
  modelById(model).ports.flatMap(({ id, usb }) => (usb?.role === 'host' ? [id] : []));
const hostPort = (model: string): string => hostPorts(model)[0]!;

type AppRow = Omit<App, 'computer'>;

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

/** Headphones for everyone in the room: from the desk's own sockets, then from an amplifier behind its line outputs. */
const headphonesForAll = (answers: Answers, bench: Bench, desk: string, model: string): void => {
  const { own, ofAmplifier } = headphoneSockets(answers, model);
  const sockets = own.map((port) => ({ device: desk, port }));
  if (ofAmplifier.length > 0) {
    const device = bench.add(AMPLIFIER, 'Headphone amplifier', 'Table');
    bench.join({ device: desk, port: 'outL' }, { device, port: 'inL' }, 1);
    bench.join({ device: desk, port: 'outR' }, { device, port: 'inR' }, 1);
    sockets.push(...ofAmplifier.map((port) => ({ device, port })));
  }
  sockets.slice(0, Math.max(1, answers.people)).forEach((socket, index) => {
    const name = index === 0 ? 'Headphones' : `Headphones ${index + 1}`;
    const ears = bench.add('headphones', name, index === 0 ? 'Desk' : 'Table');
    bench.join(socket, { device: ears, port: 'in' }, 2);
  });
};

const INSTRUMENT_LEAD_M = 3;

const deskRig = (answers: Answers, bench: Bench, memory: EngineMemory): void => {
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
    if (lookup(bench.rig()).port(desk, socket.port)!.connector === 'combo') {
      bench.setTo(socket, 'instrument');
      bench.join({ device: guitar, port: 'out' }, socket, INSTRUMENT_LEAD_M);
    } else {
      const box = bench.add('di-passive', `DI box, ${name.toLowerCase()}`, 'Table');
      bench.join({ device: guitar, port: 'out' }, { device: box, port: 'in' }, INSTRUMENT_LEAD_M);
      bench.join({ device: box, port: 'out' }, socket, answers.distanceM);
    }
    names.push(name);
  }
  headphonesForAll(answers, bench, desk, model);
  if (answers.events) {
    for (const side of ['L', 'R'] as const) {
      const speaker = bench.add('loudspeaker', `Loudspeaker ${side === 'L' ? 'left' : 'right'}`, 'Hall');
      bench.join({ device: desk, port: `out${side}` }, { device: speaker, port: 'in' }, 10);
    }
  }
  const streams = modelById(model).streams;
  // The one with most channels has each input on one of its own.
  const own = maxBy(
    streams.filter(({ direction }) => direction === 'to-computer'),
    ({ channels }) => channels.length,
  )!;
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
    input: null,
    output: null,
    tracks: [],
  };
  bench.apps(device, [recorder]);
  const listen = (computer: string, app: AppRow) =>
    bench.apply(listenBest(bench.rig(), { ...app, computer }, memory, [desk]));
  if (answers.callers > 0) {
    // A call wants another mix than what is kept and sent: the second port, and where a stream goes out a computer of its own.
    const second = modelById(model).ports.filter((port) => port.usb?.role === 'device')[1];
    const ofSecond = streams.find(
      ({ direction, ports }) => direction === 'from-computer' && second && ports?.includes(second.id),
    );
    const isApart = second !== undefined && ofSecond !== undefined;
    const isAlone = isApart && answers.streams;
    const host = isAlone ? bench.add(computer, 'Computer for the call', 'Desk') : device;
    const [first, other] = hostPorts(computer);
    const port = isAlone ? first! : other!;
    if (isApart) bench.join({ device: desk, port: second.id }, { device: host, port }, 2);
    const output = choice(isApart ? ofSecond : back);
    const call: AppRow = { id: 'call', name: 'Call', kind: 'call', input: null, output, tracks: [] };
    listen(host, call);
  }
  if (answers.streams) listen(device, encoder);
  if (answers.callers > 0) {
    const kept = keepCall(
      bench.rig(),
      bench.rig().apps.find(({ id }) => id === 'call')!,
      memory,
    );
    if (kept) bench.apply(kept);
  }
};

/** The rig these answers lead to, wired with the best leads, nothing turned yet. */
export const layOut = (answers: Answers, memory: EngineMemory = makeEngineMemory()): Rig => {
  const bench = makeBench('My new studio');
  if (reasonsForXlr(answers).length === 0) usbRig(answers, bench);
  else deskRig(answers, bench, memory);
  if (answers.camera !== 'none') bench.add('camera', 'Camera', 'Desk');
  return bench.rig();
};

/** The same with every gain set for these voices, and mended where that is not enough. */
export const setUp = (answers: Answers): Rig => {
  const memory = makeEngineMemory();
  return mended(layOut(answers, memory), memory);
};
