import { controlOf, controlRange, takesClock, type DeviceModel } from '../catalogue';
import { checkLeadKind, checkModel } from './model-references';
import { problem, type Problem } from './problem';
import { uniqueIds, type Report } from './report';
import { allMembers } from './joined';
import { isAsSystem } from './system';
import type { Plugged, Rig, StreamChoice } from './types';

/** Checks that every id in a well-shaped document points at something; the part a JSON Schema cannot say. */

const checkSettings = (rig: Rig, models: ReadonlyMap<string, DeviceModel>, report: Report) => {
  rig.devices.forEach((device, index) => {
    const model = models.get(device.model);
    if (!model) return;
    for (const [id, value] of Object.entries(device.settings)) {
      const where = `devices[${index}].settings.${id}`;
      const control = controlOf(model, id);
      if (!control) {
        report(where, value, `a control of ${model.name}`, 'remove it');
        continue;
      }
      const range = controlRange(control, value);
      if (range) report(where, value, range, 'set it to a value it can have');
    }
    const { countsBy } = device;
    if (
      typeof countsBy === 'object' &&
      !model.ports.some((port) => port.id === countsBy.port && takesClock(port))
    )
      report(
        `devices[${index}].countsBy`,
        countsBy,
        `a digital input of ${model.name}`,
        'name one, or leave it out',
      );
    for (const stream of Object.keys(device.sliders ?? {}))
      if (!model.streams.some(({ id }) => id === stream))
        report(`devices[${index}].sliders.${stream}`, stream, `a stream of ${model.name}`, 'remove it');
  });
};

const checkPlugs = (rig: Rig, models: ReadonlyMap<string, DeviceModel>, report: Report) => {
  const kinds = new Map(rig.leadKinds.map((kind) => [kind.id, kind]));
  const devices = new Map(rig.devices.map((device) => [device.id, device]));
  const leads = new Map(rig.leads.map((lead) => [lead.id, lead]));
  const taken = new Map<string, string>();
  const take = (key: string, where: string) => {
    if (taken.has(key)) {
      report(
        where,
        key,
        'a socket with nothing in it',
        `unplug ${taken.get(key)} first, or use another socket`,
      );
    }
    taken.set(key, where);
  };
  const checkEnd = (plugged: Plugged, where: string, own: string) => {
    if (!plugged) return;
    if ('device' in plugged) {
      const device = devices.get(plugged.device);
      const ports = models.get(device?.model ?? '')?.ports ?? [];
      if (!device)
        report(`${where}.device`, plugged.device, 'a device of this rig', 'name a device, or null');
      else if (!ports.some((port) => port.id === plugged.port)) {
        report(`${where}.port`, plugged.port, `a port of ${device.name}`, 'name a port of the device');
      }
      take(`${plugged.device}:${plugged.port}`, where);
    } else {
      const other = leads.get(plugged.lead);
      if (!other || other.id === own || plugged.end >= other.ends.length) {
        report(where, plugged, 'an end of another lead', 'name another lead and one of its ends');
      } else if (other.ends[plugged.end] !== null) {
        report(where, plugged, 'a free end', 'unplug the other lead first');
      }
      take(`${plugged.lead}/${plugged.end}`, where);
    }
  };
  rig.leads.forEach((lead, index) => {
    const kind = kinds.get(lead.kind);
    if (!kind) {
      report(`leads[${index}].kind`, lead.kind, 'a lead kind carried by this rig', 'add it to leadKinds');
      return;
    }
    if (lead.ends.length !== kind.ends.length) {
      report(`leads[${index}].ends`, lead.ends.length, `${kind.ends.length} ends`, 'one entry for each end');
    }
    lead.broken.forEach((name) => {
      if (!kind.conductors.some((conductor) => conductor.name === name)) {
        report(`leads[${index}].broken`, name, 'a conductor of this lead', 'name a conductor');
      }
    });
    lead.ends.forEach((plugged, end) => checkEnd(plugged, `leads[${index}].ends[${end}]`, lead.id));
  });
};

const checkPeople = (rig: Rig, models: ReadonlyMap<string, DeviceModel>, report: Report) => {
  const people = uniqueIds('people', rig.people, report);
  uniqueIds('placements', rig.placements, report);
  const devices = new Map(rig.devices.map((device) => [device.id, device]));
  const modelOf = (device: string) => models.get(devices.get(device)?.model ?? '');
  const seats = new Map<string, string>();
  const worn = new Map<string, string>();
  rig.people.forEach(({ wears }, index) => {
    if (wears === undefined) return;
    const where = `people[${index}].wears`;
    if (modelOf(wears)?.kind !== 'headphones')
      report(where, wears, 'headphones of this rig', 'name some, or leave it out');
    else if (worn.has(wears))
      report(where, wears, 'headphones nobody else wears', `take them off ${worn.get(wears)}`);
    worn.set(wears, where);
  });
  rig.placements.forEach((placement, index) => {
    const where = `placements[${index}]`;
    if (!people.has(placement.person)) {
      report(`${where}.person`, placement.person, 'a person of this rig', 'name a person');
    }
    const capsule = modelOf(placement.device)?.points.find(({ id }) => id === placement.capsule);
    if (capsule?.role !== 'capsule') {
      report(
        `${where}.capsule`,
        `${placement.device} ${placement.capsule}`,
        'a capsule of a microphone',
        'name one',
      );
    }
    const seat = `${placement.person} at ${placement.device} ${placement.capsule}`;
    if (seats.has(seat)) report(where, seat, 'one entry per person and capsule', 'remove one of the two');
    seats.set(seat, where);
  });
};

/** Whether a program is there, and whoever of its far ends is named. */
const hasFarEnd = ({ apps }: Rig, { app, farEnd }: { app: string; farEnd?: string | undefined }): boolean => {
  const program = apps.find(({ id }) => id === app);
  return (
    program !== undefined && (farEnd === undefined || (program.farEnds ?? []).some(({ id }) => id === farEnd))
  );
};

/** What only one kind of program has. */
const ONLY_OF = [
  ['farEnds', 'call'],
  ['processing', 'call'],
  ['recording', 'recorder'],
] as const;

const checkAppsAndIntents = (rig: Rig, models: ReadonlyMap<string, DeviceModel>, report: Report) => {
  uniqueIds('apps', rig.apps, report);
  const joined = uniqueIds('joinedInputs', rig.joinedInputs, report);
  uniqueIds('intents', rig.intents, report);
  const devices = new Map(rig.devices.map((device) => [device.id, device]));
  const people = new Set(rig.people.map(({ id }) => id));
  // One without channels that way may be chosen, as it may on a computer: a check says so.
  const isStream = (device: string, stream: string) =>
    models.get(devices.get(device)?.model ?? '')?.streams.some(({ id }) => id === stream) ?? false;
  rig.joinedInputs.forEach((one, index) => {
    const { computer, members, outputs = [], clock } = one;
    const where = `joinedInputs[${index}]`;
    if (!devices.has(computer))
      report(`${where}.computer`, computer, 'a device of this rig', 'name a device');
    members.forEach(({ device, stream }, place) => {
      if (!isStream(device, stream))
        report(`${where}.members[${place}]`, { device, stream }, 'an input stream', 'choose an input stream');
    });
    outputs.forEach(({ device, stream }, place) => {
      if (!isStream(device, stream))
        report(
          `${where}.outputs[${place}]`,
          { device, stream },
          'an output stream',
          'choose an output stream',
        );
    });
    if (clock !== null && !allMembers(one).some(({ device }) => device === clock))
      report(`${where}.clock`, clock, 'one of its members, or null', 'choose a member');
  });
  const isChoice = (choice: StreamChoice | undefined) =>
    !choice || ('joined' in choice ? joined.has(choice.joined) : isStream(choice.device, choice.stream));
  rig.devices.forEach((device, index) => {
    const where = `devices[${index}].system`;
    if (device.system && models.get(device.model)?.kind !== 'computer')
      report(where, device.name, 'a computer', 'leave it out');
    const { input, output } = device.system ?? {};
    if (!isChoice(input))
      report(`${where}.input`, input, 'a stream of a device of this rig', 'choose an input stream');
    if (!isChoice(output))
      report(`${where}.output`, output, 'a stream of a device of this rig', 'choose an output stream');
  });
  rig.apps.forEach((app, index) => {
    const where = `apps[${index}]`;
    if (!devices.has(app.computer))
      report(`${where}.computer`, app.computer, 'a device of this rig', 'name the computer it runs on');
    uniqueIds(`${where}.tracks`, app.tracks, report);
    uniqueIds(`${where}.farEnds`, app.farEnds ?? [], report);
    for (const [field, kind] of ONLY_OF)
      if (app[field] && app.kind !== kind)
        report(`${where}.${field}`, app.kind, `a ${kind}`, `remove it, or make it a ${kind}`);
    for (const side of ['input', 'output'] as const) {
      const choice = app[side];
      const isThere = choice === null || (isAsSystem(choice) ? choice.system === side : isChoice(choice));
      if (!isThere) {
        report(
          `${where}.${side}`,
          choice,
          'a stream of a device of this rig',
          `choose an ${side} stream, or null`,
        );
      }
    }
  });
  rig.intents.forEach(({ source, sink, want, byDb }, index) => {
    const where = `intents[${index}]`;
    if ((want === 'quieter') !== (byDb !== undefined))
      report(
        `${where}.byDb`,
        byDb,
        'a number of decibels with “quieter”, and only there',
        'say by how much, or leave it out',
      );
    const isSource =
      'person' in source
        ? people.has(source.person)
        : 'app' in source
          ? hasFarEnd(rig, source)
          : devices.has(source.device);
    if (!isSource)
      report(`${where}.source`, source, 'a person, an app or a device of this rig', 'name one, or remove it');
    const app = 'app' in sink ? rig.apps.find(({ id }) => id === sink.app) : undefined;
    const isSink =
      'app' in sink
        ? hasFarEnd(rig, sink) &&
          (sink.track === undefined || app!.tracks.some(({ id }) => id === sink.track))
        : devices.has(sink.device);
    if (!isSink)
      report(`${where}.sink`, sink, 'an app, a track of it, or a device', 'name one, or remove it');
  });
};

/** Every dangling, doubled or out-of-range reference in a document that fits the schema. */
export const referenceProblems = (rig: Rig): Problem[] => {
  const problems: Problem[] = [];
  const report: Report = (...parts) => problems.push(problem(...parts));
  uniqueIds('models', rig.models, report);
  uniqueIds('leadKinds', rig.leadKinds, report);
  uniqueIds('devices', rig.devices, report);
  uniqueIds('leads', rig.leads, report);
  const models = new Map(rig.models.map((model) => [model.id, model]));
  rig.models.forEach((model, index) => checkModel(model, `models[${index}]`, report));
  rig.leadKinds.forEach((kind, index) => checkLeadKind(kind, `leadKinds[${index}]`, report));
  rig.devices.forEach((device, index) => {
    if (!models.has(device.model)) {
      report(`devices[${index}].model`, device.model, 'a model carried by this rig', 'add it to models');
    }
  });
  checkSettings(rig, models, report);
  checkPlugs(rig, models, report);
  checkPeople(rig, models, report);
  checkAppsAndIntents(rig, models, report);
  return problems;
};
