import {
  connectorById,
  lookup,
  type Device,
  type DeviceModel,
  type Lead,
  type LeadKind,
  type Plugged,
  type Port,
  type Rig,
} from '@diaphon/core';

/** The rig as boxes and lines with sizes, before anything has a position. Pure: no drawing, no layout. */

/** Pixels; a box with sockets on one side only is narrow. */
export const BOX = { wide: 244, narrow: 188, head: 44, row: 27, foot: 7 } as const;
const KNOT = { width: 172, head: 26, row: 22 } as const;

export interface ChartPort {
  id: string;
  side: 'left' | 'right';
  /** From the top of its box. */
  y: number;
  connector: string;
  label: string;
  port?: Port;
  /** The lead in it, if any. */
  lead?: string;
}

export interface ChartBox {
  id: string;
  kind: 'device' | 'knot' | 'place';
  /** Where it stands; a lead stands where everything it is plugged into does. */
  place?: string;
  /** Ids of the boxes a shut place stands for. */
  inside?: string[];
  device?: Device;
  model?: DeviceModel;
  /** A lead drawn as a box: more than two ends, or an end that hangs free or in another lead. */
  lead?: Lead;
  leadKind?: LeadKind;
  width: number;
  height: number;
  ports: ChartPort[];
}

export interface ChartLine {
  id: string;
  lead: string;
  from: { box: string; port: string };
  to: { box: string; port: string };
  isUsb: boolean;
  name: string;
}

export interface ChartModel {
  boxes: ChartBox[];
  lines: ChartLine[];
}

const isSupply = (connector: string): boolean => {
  const medium = connectorById(connector)?.medium;
  return medium === 'mains' || medium === 'dc';
};

const knotId = (lead: string) => `lead/${lead}`;
const endId = (end: number) => `end${end}`;

const boxOfDevice = (
  device: Device,
  model: DeviceModel,
  leadAt: (port: string) => string | undefined,
  isShown: (port: Port) => boolean,
): ChartBox => {
  const shown = model.ports.filter(isShown);
  const sides = {
    left: shown.filter(({ side }) => side === 'in'),
    right: shown.filter(({ side }) => side === 'out'),
  };
  const ports = (['left', 'right'] as const).flatMap((side) =>
    sides[side].map((port, row): ChartPort => {
      const lead = leadAt(port.id);
      return {
        id: port.id,
        side,
        y: BOX.head + row * BOX.row + BOX.row / 2,
        connector: port.connector,
        label: port.label,
        port,
        ...(lead ? { lead } : {}),
      };
    }),
  );
  const rows = Math.max(1, sides.left.length, sides.right.length);
  const height = BOX.head + rows * BOX.row + BOX.foot;
  const width = sides.left.length > 0 && sides.right.length > 0 ? BOX.wide : BOX.narrow;
  const place = device.place.trim();
  return {
    id: device.id,
    kind: 'device',
    device,
    model,
    width,
    height,
    ports,
    ...(place ? { place } : {}),
  };
};

const boxOfLead = (lead: Lead, leadKind: LeadKind, place: string | undefined): ChartBox => {
  // The end nearest to a sound's start stands on the left.
  const ports = leadKind.ends.map((end, index): ChartPort => {
    const row = index === 0 ? 0 : index - 1;
    return {
      id: endId(index),
      side: index === 0 ? 'left' : 'right',
      y: KNOT.head + row * KNOT.row + KNOT.row / 2,
      connector: end.connector,
      label: end.label,
    };
  });
  const height = KNOT.head + Math.max(1, leadKind.ends.length - 1) * KNOT.row + 5;
  const id = knotId(lead.id);
  return { id, kind: 'knot', lead, leadKind, width: KNOT.width, height, ports, ...(place ? { place } : {}) };
};

/** Boxes for devices and for leads that are more than a line; a line for everything that is plugged. */
export const chartModel = (rig: Rig): ChartModel => {
  const find = lookup(rig);
  const isEndUsed = new Set(
    rig.leads.flatMap((lead) =>
      lead.ends.flatMap((end) => (end && 'lead' in end ? [`${end.lead} ${end.end}`] : [])),
    ),
  );
  const isPlain = (lead: Lead) =>
    lead.ends.length === 2 &&
    lead.ends.every((end, index) => end !== null && 'device' in end && !isEndUsed.has(`${lead.id} ${index}`));

  // Where no supply is drawn, everything is on the wall: sockets for power would only be in the way.
  const isPowered = rig.models.some(
    ({ id, kind, ports }) =>
      kind === 'supply' &&
      ports.some(({ side, connector }) => side === 'out' && isSupply(connector)) &&
      rig.devices.some(({ model }) => model === id),
  );
  const isShown = ({ connector }: Port) => isPowered || !isSupply(connector);

  const boxes: ChartBox[] = [];
  for (const device of rig.devices) {
    const model = find.modelOf(device.id);
    if (!model) continue;
    boxes.push(boxOfDevice(device, model, (port) => find.inPort(device.id, port)?.lead.id, isShown));
  }
  const commonPlace = (lead: Lead): string | undefined => {
    const places = new Set(
      lead.ends.flatMap((end) => (end && 'device' in end ? [find.device(end.device)?.place.trim()] : [])),
    );
    return places.size === 1 ? [...places][0] : undefined;
  };
  const lines: ChartLine[] = [];
  const placeOf = (plugged: NonNullable<Plugged>) =>
    'device' in plugged
      ? { box: plugged.device, port: plugged.port }
      : { box: knotId(plugged.lead), port: endId(plugged.end) };
  const isOut = (end: Plugged) =>
    end !== null && 'device' in end && find.port(end.device, end.port)?.side === 'out';

  for (const lead of rig.leads) {
    const kind = find.leadKindOf(lead.id);
    if (!kind) continue;
    const common = { lead: lead.id, isUsb: kind.usb !== undefined, name: kind.name };
    if (isPlain(lead)) {
      const [a, b] = lead.ends as [NonNullable<Plugged>, NonNullable<Plugged>];
      const [from, to] = isOut(b) && !isOut(a) ? [b, a] : [a, b];
      lines.push({ id: lead.id, ...common, from: placeOf(from), to: placeOf(to) });
      continue;
    }
    boxes.push(boxOfLead(lead, kind, commonPlace(lead)));
    lead.ends.forEach((end, index) => {
      if (!end) return;
      const own = { box: knotId(lead.id), port: endId(index) };
      const other = placeOf(end);
      const [from, to] = isOut(end) || ('lead' in end && index === 0) ? [other, own] : [own, other];
      lines.push({ id: `${lead.id} ${index}`, ...common, from, to });
    });
  }
  return { boxes, lines };
};
