import type { Untyped } from './index';

const isRecord = (value: unknown): value is Untyped =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const recordsOf = (value: unknown): Untyped[] => (Array.isArray(value) ? value.filter(isRecord) : []);

/** Gives ids that are free, each reading like its `base`; where many want the same, counting goes on where it was. */
const makeFreeIds = () => {
  const taken = new Set<string>();
  const counted = new Map<string, number>();
  return (base: string): string => {
    for (let n = (counted.get(base) ?? 0) + 1; ; n += 1) {
      const id = n === 1 ? base : `${base.slice(0, 58)}-${n}`;
      if (taken.has(id)) continue;
      taken.add(id);
      counted.set(base, n);
      return id;
    }
  };
};

/**
 * Version 2: apps are a list of the rig, each naming its computer; before, each computer carried its own.
 * Their ids are the rig's own then, so a second app of one id gets another. Intents name what they mean by kind.
 */
export const appsOfTheirOwn = (document: Untyped): Untyped => {
  if (!Array.isArray(document.devices)) return document;
  const freeId = makeFreeIds();
  const apps: unknown[] = [];
  const devices = document.devices.map((device: unknown) => {
    if (!isRecord(device) || !Array.isArray(device.apps)) return device;
    const { apps: own, ...rest } = device;
    for (const app of own as unknown[]) {
      if (!isRecord(app) || typeof app.id !== 'string') {
        apps.push(app);
        continue;
      }
      const id = freeId(app.id);
      const { id: _id, ...others } = app;
      // A device without an id is named by the schema, and so is what was on it.
      apps.push({ id, ...(device.id === undefined ? {} : { computer: device.id }), ...others });
    }
    return rest;
  });
  const { intents, models, ...rest } = document;
  return {
    ...rest,
    models: Array.isArray(models) ? models.map(withOwnTracks) : models,
    devices,
    apps,
    joinedInputs: [],
    intents: readableIntents(intents, document, apps),
  };
};

/** What a recorder or camera keeps by itself was a converter like any other; now it says that sound ends there. */
const withOwnTracks = (model: unknown): unknown => {
  if (!isRecord(model) || !['recorder', 'camera'].includes(String(model.kind))) return model;
  if (!Array.isArray(model.points)) return model;
  const isOwnTrack = (point: unknown) =>
    isRecord(point) && point.role === 'converter' && /^track/.test(String(point.id));
  return {
    ...model,
    points: model.points.map((point: unknown) =>
      isOwnTrack(point) ? { ...(point as Untyped), role: 'track' } : point,
    ),
  };
};

/** Intents of version 1 were never acted on, and named things by bare ids: those that still name something stay. */
const readableIntents = (intents: unknown, document: Untyped, apps: readonly unknown[]): unknown => {
  if (!Array.isArray(intents)) return intents;
  const ids = (list: unknown) => new Set(recordsOf(list).map(({ id }) => id));
  const [people, devices, programs] = [ids(document.people), ids(document.devices), ids(apps)];
  return recordsOf(intents).flatMap(({ id, source, sink, want }) => {
    const from = people.has(source)
      ? { person: source }
      : programs.has(source)
        ? { app: source }
        : devices.has(source) && { device: source };
    const to = programs.has(sink) ? { app: sink } : devices.has(sink) && { device: sink };
    return from && to ? [{ id, source: from, sink: to, want: want === 'never' ? 'never' : 'arrives' }] : [];
  });
};
