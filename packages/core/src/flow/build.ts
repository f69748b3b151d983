import type { DeviceModel, Path } from '../catalogue';
import { couplingLevel, isActive, type Circuit, type ElementRef } from '../circuit';
import { controlValue, type Device, type Lookup, type StreamChoice } from '../rig';
import {
  dbFromRatio,
  dbuFromVolts,
  distanceLossDb,
  johnsonNoiseVolts,
  offAxisLossDb,
  powerDifferenceDb,
  ratioFromDb,
  SPEECH_LEVEL_AT_1_M,
  type Db,
} from '../units';
import { makeGraph, type FlowEdge, type FlowGraph } from './graph';
import { digitalLinks } from './digital-links';
import type { UsbTree } from './usb-links';

/** Speed of sound at 20 °C, metres per second. */
const SPEED_OF_SOUND = 343;
/** Below this an edge carries nothing that could be measured; it keeps absurd settings out of the graph. */
const OFF_DB = -160;

export const pointId = (device: string, point: string): string => `${device}:${point}`;
export const voiceId = (person: string): string => `voice/${person}`;
export const appId = (device: string, app: string, side: 'in' | 'out'): string => `${device}/${app}:${side}`;
export const trackId = (device: string, app: string, track: string): string => `${device}/${app}#${track}`;

type Graph = ReturnType<typeof makeGraph>;

/** Straight through with a gain in dB. */
const edge = (from: string, to: string, gainDb: Db, rest: Partial<FlowEdge> = {}): FlowEdge => ({
  from,
  to,
  gainDb,
  unitShiftDb: 0,
  re: ratioFromDb(gainDb),
  im: 0,
  delayMs: 0,
  kind: 'device',
  controls: [],
  ...rest,
});

/** Equivalent input noise at a gain, between the table's rows, dBu. */
export const einAt = (table: [number, number][], gainDb: Db): number => {
  const upper = table.findIndex(([gain]) => gain >= gainDb);
  if (upper < 0) return table[table.length - 1]![1];
  if (upper === 0) return table[0]![1];
  const [g0, e0] = table[upper - 1]!;
  const [g1, e1] = table[upper]!;
  return e0 + ((e1 - e0) * (gainDb - g0)) / (g1 - g0);
};

/** The data sheet's figure includes the 150 Ω it was measured with; the source at hand brings its own. */
const excessNoise = (ein: number): number => powerDifferenceDb(ein, dbuFromVolts(johnsonNoiseVolts(150)));

const pathGain = (device: Device, model: DeviceModel, path: Path): Db =>
  (path.controls ?? []).reduce((sum, { control, onDb }) => {
    const value = controlValue(device, model, control);
    if (typeof value === 'number') return sum + value;
    return value === true ? sum + (onDb ?? 0) : sum;
  }, path.gainDb ?? 0);

const noiseOf = (path: Path, gainDb: Db): number | undefined => {
  if (!path.noise) return undefined;
  return path.noise.kind === 'level'
    ? path.noise.level
    : excessNoise(einAt(path.noise.table, gainDb)) + gainDb;
};

const addDevice = (graph: Graph, find: Lookup, device: Device, fed: ReadonlySet<string>) => {
  const model = find.modelOf(device.id);
  if (!model) return;
  for (const point of model.points) {
    graph.node({
      id: pointId(device.id, point.id),
      label: point.label,
      unit: point.unit,
      role: point.role,
      device: device.id,
      ...(point.ceiling === undefined ? {} : { ceiling: point.ceiling }),
    });
    if (point.role === 'programme') {
      graph.source({
        node: pointId(device.id, point.id),
        name: `${device.name}, ${point.label}`,
        level: point.level ?? -10,
        crestDb: point.crestDb ?? 12,
      });
    }
  }
  for (const element of model.elements) {
    if (element.kind !== 'output' && element.kind !== 'input') continue;
    const port = model.ports.find(({ id }) => element.plus.startsWith(`${id}.`));
    graph.node({
      id: pointId(device.id, element.id),
      label: port?.label ?? element.id,
      unit: element.signal === 'aes3' ? 'dBFS' : 'dBu',
      role: element.kind,
      device: device.id,
      ...(element.maxDbu === undefined ? {} : { ceiling: element.maxDbu }),
      ...(element.kind === 'output' && element.thermal
        ? { noise: dbuFromVolts(johnsonNoiseVolts(element.ohms)) }
        : {}),
    });
  }
  for (const path of model.paths) {
    if (!isActive(find, device, path.when)) continue;
    if (path.poweredBy && !fed.has(pointId(device.id, path.poweredBy))) continue;
    const gainDb = pathGain(device, model, path);
    if (gainDb < OFF_DB) continue;
    const noise = noiseOf(path, gainDb);
    graph.edge(
      edge(pointId(device.id, path.from), pointId(device.id, path.to), gainDb, {
        unitShiftDb: path.unitShiftDb ?? 0,
        delayMs: path.delayMs ?? 0,
        controls: (path.controls ?? []).map(({ control }) => ({ device: device.id, control })),
        ...(noise === undefined || !Number.isFinite(noise) ? {} : { noise }),
      }),
    );
  }
};

const isData = (find: Lookup, { device, element }: ElementRef): boolean => {
  const found = find.modelOf(device)?.elements.find(({ id }) => id === element);
  return (found?.kind === 'output' || found?.kind === 'input') && found.signal === 'aes3';
};

/** AES3: at least 0.2 V of the 2 V or more that are sent must arrive; then the data is whole (AES3, from memory). */
const READABLE_DATA = 0.1;

const addCircuit = (graph: Graph, find: Lookup, circuit: Circuit) => {
  for (const coupling of circuit.couplings) {
    if (isData(find, coupling.from) || isData(find, coupling.to)) {
      const isRead =
        isData(find, coupling.from) && isData(find, coupling.to) && couplingLevel(coupling) >= READABLE_DATA;
      const [from, to] = [coupling.from, coupling.to].map(({ device, element }) => pointId(device, element));
      if (isRead) graph.edge(edge(from!, to!, 0, { kind: 'digital' }));
      continue;
    }
    graph.edge({
      from: pointId(coupling.from.device, coupling.from.element),
      to: pointId(coupling.to.device, coupling.to.element),
      gainDb: dbFromRatio(couplingLevel(coupling)),
      unitShiftDb: 0,
      re: coupling.re,
      im: coupling.im,
      delayMs: 0,
      kind: 'circuit',
      controls: [],
    });
  }
};

/** Light, picture leads and radio: numbers arrive as they left, later at most. */
const addDigital = (graph: Graph, find: Lookup) => {
  for (const { device, to, channels, delayMs } of digitalLinks(find)) {
    for (const [sent, received] of channels) {
      graph.edge(edge(pointId(device, sent), pointId(to.device, received), 0, { kind: 'digital', delayMs }));
    }
  }
};

const addVoices = (graph: Graph, find: Lookup) => {
  const { people, assumptions } = find.rig;
  for (const person of people) {
    graph.node({ id: voiceId(person.id), label: `${person.name}, 1 m`, unit: 'dB SPL', role: 'voice' });
    graph.source({
      node: voiceId(person.id),
      name: person.name,
      level: SPEECH_LEVEL_AT_1_M[person.effort],
      crestDb: assumptions.speechCrestDb,
      person: person.id,
    });
  }
};

const addAir = (graph: Graph, find: Lookup) => {
  for (const placement of find.rig.placements) {
    const capsule = find.modelOf(placement.device)?.points.find((point) => point.id === placement.capsule);
    const gainDb =
      distanceLossDb(placement.distanceM) + offAxisLossDb(capsule?.omniPart ?? 1, placement.offAxisDeg);
    graph.edge(
      edge(voiceId(placement.person), pointId(placement.device, placement.capsule), gainDb, {
        kind: 'air',
        delayMs: (placement.distanceM / SPEED_OF_SOUND) * 1000,
      }),
    );
  }
};

const addApps = (graph: Graph, find: Lookup, computer: Device, usb: UsbTree) => {
  const { assumptions } = find.rig;
  const channelsOf = (choice: StreamChoice | null) =>
    find.streamsOf(choice).flatMap((one) => {
      const here = one.device === computer.id || usb.computerOf.get(one.device) === computer.id;
      const stream = find.modelOf(one.device)?.streams.find(({ id }) => id === one.stream);
      return here && stream ? stream.channels.map((channel) => pointId(one.device, channel)) : [];
    });
  for (const app of find.appsOn(computer.id)) {
    const inputs = channelsOf(app.input);
    for (const track of app.tracks) {
      const id = trackId(computer.id, app.id, track.id);
      graph.node({
        id,
        label: `Track ${track.name}`,
        unit: 'dBFS',
        role: 'track',
        device: computer.id,
        ceiling: 0,
      });
      const channel = inputs[track.channel - 1];
      if (channel) graph.edge(edge(channel, id, 0, { kind: 'usb' }));
    }
    if (app.kind === 'call' || app.kind === 'encoder') {
      const id = appId(computer.id, app.id, 'in');
      graph.node({
        id,
        label: `${app.name}, sends`,
        unit: 'dBFS',
        role: 'app',
        device: computer.id,
        ceiling: 0,
      });
      inputs.slice(0, 2).forEach((channel) => graph.edge(edge(channel, id, 0, { kind: 'app' })));
    }
    if (app.kind === 'call' || app.kind === 'player') {
      const id = appId(computer.id, app.id, 'out');
      graph.node({
        id,
        label: `${app.name}, plays`,
        unit: 'dBFS',
        role: 'app',
        device: computer.id,
        ceiling: 0,
      });
      graph.source({
        node: id,
        name: `${app.name} on ${computer.name}`,
        level: assumptions.callLevelDbfs,
        crestDb: assumptions.callCrestDb,
      });
      channelsOf(app.output).forEach((channel) => graph.edge(edge(id, channel, 0, { kind: 'app' })));
    }
  }
};

/** Every sound source, every way it can go, with gain, delay and noise. */
export const buildFlow = (find: Lookup, circuit: Circuit, usb: UsbTree): FlowGraph => {
  const graph = makeGraph();
  const fed = new Set(
    circuit.loads.filter((load) => load.fed).map((load) => pointId(load.device, load.element)),
  );
  addVoices(graph, find);
  for (const device of find.rig.devices) addDevice(graph, find, device, fed);
  for (const device of find.rig.devices) addApps(graph, find, device, usb);
  // Edges that join devices come last, when every node is there.
  addCircuit(graph, find, circuit);
  addDigital(graph, find);
  addAir(graph, find);
  return graph.finish();
};
