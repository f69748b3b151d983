import {
  connectorById,
  contactOfPin,
  pinsOfElement,
  portOfPin,
  type CircuitElement,
  type Control,
  type DeviceModel,
  type LeadKind,
  type Point,
  type When,
} from '../catalogue';
import { checkDesk } from './desk-references';
import { problem, type Problem } from './problem';
import { uniqueIds, type Report } from './report';

/** Checks that every id inside a device model or lead kind points at something: pins, points, controls, loads. */

/** Dotted references must name a pin of a connector there is; a bare word is a node inside. */
const checkPins = (
  where: string,
  refs: readonly string[],
  connectors: ReadonlyMap<string, string>,
  report: Report,
) => {
  for (const ref of refs) {
    const port = portOfPin(ref);
    if (port === '') continue;
    const connector = connectorById(connectors.get(port) ?? '');
    if (!connector?.pins.includes(contactOfPin(ref))) {
      report(where, ref, 'a pin of one of its connectors', 'correct the pin, as in "in1.2"');
    }
  }
};

/** A knob turns one way, from nothing to all of its range. */
const checkKnob = (where: string, control: Control, report: Report) => {
  if (control.kind !== 'gain' || !control.knob) return;
  const { table } = control.knob;
  const isRising = table.every((row, at) =>
    row.every((value, side) => (at === 0 ? value === 0 : value > table[at - 1]![side]!)),
  );
  if (!isRising || table.at(-1)!.some((value) => value !== 1))
    report(
      `${where}.knob.table`,
      table,
      'pairs of travel and share of the range, both rising from 0 to 1',
      'begin with [0, 0], end with [1, 1], and put the rows between them in order',
    );
};

/** What a control may stand at for an element or path to count. */
const checkWhen = (
  where: string,
  when: When | undefined,
  controls: ReadonlyMap<string, Control>,
  report: Report,
) => {
  if (!when) return;
  const control = controls.get(when.control);
  const canBe =
    control?.kind === 'switch'
      ? typeof when.is === 'boolean'
      : control?.kind === 'choice' && control.options.includes(String(when.is));
  if (!canBe)
    report(`${where}.when`, when, 'a switch or choice of this model, and a value it has', 'name one');
};

const checkElements = (
  where: string,
  elements: readonly CircuitElement[],
  connectors: ReadonlyMap<string, string>,
  controls: ReadonlyMap<string, Control>,
  report: Report,
) => {
  const outputs = new Set(elements.filter((element) => element.kind === 'output').map(({ id }) => id));
  const loads = new Set(elements.filter((element) => element.kind === 'load').map(({ id }) => id));
  const rails = new Set(elements.filter((element) => element.kind === 'rail').map(({ id }) => id));
  elements.forEach((element, index) => {
    const place = `${where}[${index}]`;
    checkPins(place, pinsOfElement(element), connectors, report);
    checkWhen(place, element.when, controls, report);
    if ((element.kind === 'feed' || element.kind === 'rail') && element.control) {
      if (controls.get(element.control)?.kind !== 'switch')
        report(`${place}.control`, element.control, 'a switch of this model', 'name a switch');
    }
    if (element.kind === 'output' && element.pair && !outputs.has(element.pair)) {
      report(`${place}.pair`, element.pair, 'another output of this model', 'name an output');
    }
    if (element.kind === 'output' && element.drive !== 'single' && !element.minus) {
      report(
        `${place}.minus`,
        undefined,
        'the return leg of this drive',
        'add "minus" or use the drive "single"',
      );
    }
    if (element.kind === 'output' && element.drive !== 'floating' && !element.ground) {
      report(`${place}.ground`, undefined, 'the ground this output drives against', 'add "ground"');
    }
    if (element.kind === 'input' && element.drive === 'differential' && !element.minus) {
      report(`${place}.minus`, undefined, 'the return leg', 'add "minus" or use the drive "single"');
    }
    if (element.kind === 'feed' && element.rail && !rails.has(element.rail)) {
      report(`${place}.rail`, element.rail, 'the id of a rail', 'name a rail of this model');
    }
    if (element.kind === 'output' && element.poweredBy && !loads.has(element.poweredBy)) {
      report(`${place}.poweredBy`, element.poweredBy, 'the id of a load', 'name a load of this model');
    }
  });
};

/** Sound in air is dB SPL, sound as numbers dBFS; between, volts. */
const UNITS_OF: Record<Point['role'], readonly Point['unit'][]> = {
  capsule: ['dB SPL'],
  programme: ['dBu', 'dBFS'],
  stage: ['dBu', 'dBFS'],
  converter: ['dBFS'],
  mix: ['dBu', 'dBFS'],
  stream: ['dBFS'],
  driver: ['dB SPL'],
  track: ['dBFS'],
};

export const checkModel = (model: DeviceModel, where: string, report: Report) => {
  uniqueIds(`${where}.ports`, model.ports, report);
  model.points.forEach(({ role, unit }, index) => {
    if (!UNITS_OF[role].includes(unit))
      report(`${where}.points[${index}].unit`, unit, UNITS_OF[role].join(' or '), `a ${role} has that unit`);
  });
  model.controls.forEach((control, index) => checkKnob(`${where}.controls[${index}]`, control, report));
  const byId = new Map(model.controls.map((control) => [control.id, control]));
  const loads = new Set(model.elements.filter(({ kind }) => kind === 'load').map(({ id }) => id));
  const controls = uniqueIds(`${where}.controls`, model.controls, report);
  const points = uniqueIds(`${where}.points`, [...model.points, ...model.elements], report);
  for (const [index, port] of model.ports.entries()) {
    if (!connectorById(port.connector)) {
      report(
        `${where}.ports[${index}].connector`,
        port.connector,
        'a connector Diaphon knows',
        'see docs/rig-format.md',
      );
    }
    for (const point of [...(port.digital?.sends ?? []), ...(port.digital?.receives ?? [])]) {
      if (!points.has(point)) {
        report(`${where}.ports[${index}].digital`, point, 'a point of this model', 'name a point');
      }
    }
  }
  const connectors = new Map(model.ports.map((port) => [port.id, port.connector]));
  checkElements(`${where}.elements`, model.elements, connectors, byId, report);
  for (const [index, path] of model.paths.entries()) {
    checkWhen(`${where}.paths[${index}]`, path.when, byId, report);
    if (path.poweredBy && !loads.has(path.poweredBy))
      report(`${where}.paths[${index}].poweredBy`, path.poweredBy, 'the id of a load', 'name a load');
    for (const side of ['from', 'to'] as const) {
      if (!points.has(path[side])) {
        report(
          `${where}.paths[${index}].${side}`,
          path[side],
          'a point of this model',
          'name a point or element',
        );
      }
    }
    for (const { control } of path.controls ?? []) {
      if (!controls.has(control)) {
        report(`${where}.paths[${index}].controls`, control, 'a control of this model', 'name a control');
      }
    }
  }
  checkDesk(model, points, `${where}.desk`, report);
  for (const [index, stream] of model.streams.entries()) {
    for (const channel of stream.channels) {
      if (!points.has(channel)) {
        report(`${where}.streams[${index}].channels`, channel, 'a point of this model', 'name a point');
      }
    }
  }
};

export const checkLeadKind = (kind: LeadKind, where: string, report: Report) => {
  const connectors = new Map(kind.ends.map((end, index) => [String(index), end.connector]));
  kind.ends.forEach((end, index) => {
    if (!connectorById(end.connector)) {
      report(
        `${where}.ends[${index}].connector`,
        end.connector,
        'a connector Diaphon knows',
        'see docs/rig-format.md',
      );
    }
  });
  kind.conductors.forEach((conductor, index) =>
    checkPins(`${where}.conductors[${index}]`, conductor.joins, connectors, report),
  );
  checkElements(`${where}.elements`, kind.elements, connectors, new Map(), report);
};

/** What does not hold together in one model by itself. */
export const modelProblems = (model: DeviceModel): Problem[] => {
  const problems: Problem[] = [];
  checkModel(model, 'model', (...parts) => problems.push(problem(...parts)));
  return problems;
};
