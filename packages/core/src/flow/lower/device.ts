import { oncePer, portOfPin, type DeviceModel, type Path } from '../../catalogue';
import { isActive } from '../../circuit';
import { controlValue, type Device, type Lookup } from '../../rig';
import { dbuFromVolts, johnsonNoiseVolts, powerDifferenceDb, readTable, type Db } from '../../units';
import type { FlowNode, FlowSource, GraphMaker } from '../graph';
import { pointId } from '../ids';
import { controlTerm, law, type Term } from '../law';
import { lowerDesk } from './desk';
import { keptWays, type WaysBefore } from './kept-ways';

/** Equivalent input noise at a gain, between the table's rows, dBu. */
export const einAt = (table: [number, number][], gainDb: Db): number => readTable(table, gainDb);

/** The data sheet's figure includes the 150 Ω it was measured with; the source at hand brings its own. */
const excessNoise = (ein: number): number => powerDifferenceDb(ein, dbuFromVolts(johnsonNoiseVolts(150)));

/** What an amplifier adds at its input, at a gain, besides the noise of what is plugged in, dBu. */
export const inputNoise = (table: [number, number][], gainDb: Db): number =>
  excessNoise(einAt(table, gainDb));

const noiseOf = (path: Path, gainDb: Db, addedDb: Db): { noise?: number } => {
  if (!path.noise) return {};
  // Its amplifier's gain is what its table goes by: what turns volts into numbers is none.
  const amplifiedDb = gainDb - (path.unitShiftDb ?? 0);
  const noise =
    path.noise.kind === 'level' ? path.noise.level : inputNoise(path.noise.table, amplifiedDb) + gainDb;
  return Number.isFinite(noise) ? { noise: noise + addedDb } : {};
};

const termsOf = (find: Lookup, device: string, path: Path): Term[] => {
  const fixed = (path.gainDb ?? 0) - (path.unitShiftDb ?? 0);
  const because = { kind: 'model', device } as const;
  return [
    ...(path.unitShiftDb ? [{ db: path.unitShiftDb, because, isUnit: true } as const] : []),
    ...(fixed === 0 ? [] : [{ db: fixed, because }]),
    ...(path.controls ?? []).map(({ control, onDb }) => controlTerm(find, device, control, onDb)),
  ];
};

/** A place of a device as its model has it. */
interface ModelPlace extends Pick<FlowNode, 'label' | 'unit' | 'role' | 'ceiling' | 'noise'> {
  point: string;
  /** What plays by itself. */
  plays?: Pick<FlowSource, 'level' | 'crestDb'>;
}

/** What plays where its model does not say how loud, in the unit of the place, and its peaks over that, dB. Common practice, no published source. */
const USUAL_PLAYER = { level: -10, crestDb: 12 };

const placesOf = oncePer((model: DeviceModel): ModelPlace[] => {
  const labels = new Map(model.ports.map(({ id, label }) => [id, label]));
  const points = model.points.map(({ id, label, unit, role, ceiling, level, crestDb }): ModelPlace => ({
    point: id,
    label,
    unit,
    role,
    ceiling,
    ...(role === 'programme'
      ? { plays: { level: level ?? USUAL_PLAYER.level, crestDb: crestDb ?? USUAL_PLAYER.crestDb } }
      : {}),
  }));
  const sockets = model.elements.flatMap((element): ModelPlace[] => {
    if (element.kind !== 'output' && element.kind !== 'input') return [];
    const isThermal = element.kind === 'output' && element.thermal;
    return [
      {
        point: element.id,
        label: labels.get(portOfPin(element.plus)) ?? element.id,
        unit: element.signal === 'aes3' ? 'dBFS' : 'dBu',
        role: element.kind,
        ceiling: element.maxDbu,
        noise: isThermal ? dbuFromVolts(johnsonNoiseVolts(element.ohms)) : undefined,
      },
    ];
  });
  return [...points, ...sockets];
});

const addPlaces = (graph: GraphMaker, device: Device, model: DeviceModel, isDead: boolean) => {
  for (const { point, label, unit, role, ceiling, noise, plays } of placesOf(model)) {
    const id = pointId(device.id, point);
    const node: FlowNode = { id, label, unit, role, device: device.id, point };
    if (ceiling !== undefined) node.ceiling = ceiling;
    if (noise !== undefined) node.noise = noise;
    graph.node(node);
    if (plays && !isDead)
      graph.source({ node: id, name: `${device.name}, ${label}`, ...plays, device: device.id });
  }
};

/**
 * A device's places and the ways between them, as its controls stand and its supplies feed it.
 * @param fed its loads that are fed
 * @param before its ways made before
 */
export const lowerDevice = (
  graph: GraphMaker,
  find: Lookup,
  device: Device,
  fed: ReadonlySet<string>,
  before?: WaysBefore,
) => {
  const model = find.modelOf(device.id);
  if (!model) return;
  const own = find.conditions.filter((one) => 'device' in one && one.device === device.id);
  const isDead = own.some(({ kind }) => kind === 'dead');
  const addedDb = own.reduce((sum, one) => sum + (one.kind === 'noisy' ? one.db : 0), 0);
  addPlaces(graph, device, model, isDead);
  if (isDead) return;
  for (const [index, path] of model.paths.entries()) {
    if (!isActive(find, device, path.when)) continue;
    if (path.poweredBy && !fed.has(path.poweredBy)) continue;
    const controls = path.controls ?? [];
    const stood = () => [addedDb, ...controls.map(({ control }) => controlValue(device, model, control))];
    keptWays(graph, before, model, `path ${index}`, stood, (own) => {
      const terms = termsOf(find, device.id, path);
      const gainDb = terms.reduce((sum, { db }) => sum + db, 0);
      own.edge(
        law({
          from: pointId(device.id, path.from),
          to: pointId(device.id, path.to),
          terms,
          kind: 'device',
          delayMs: path.delayMs ?? 0,
          controls: controls.map(({ control }) => ({ device: device.id, control })),
          ...noiseOf(path, gainDb, addedDb),
        }),
      );
    });
  }
  lowerDesk(graph, device, model, before);
};
