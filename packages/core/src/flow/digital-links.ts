import { connectorById, type DigitalFormat, type LeadKind, type Medium } from '../catalogue';
import type { Lookup } from '../rig';
import { followLeads, type LeadRun } from './follow-leads';

/** Sound as data from one socket to another: by light, by picture lead, by radio; or a clock alone. */
export interface DigitalLink extends LeadRun {
  device: string;
  port: string;
  format: DigitalFormat;
  /** What the far socket speaks; absent when it takes no sound as data at all. */
  farFormat?: DigitalFormat;
  /** The far socket takes in what this one sends. */
  isUnderstood: boolean;
  /** Points that arrive: from this device's to the far one's; none of a clock. */
  channels: [from: string, to: string][];
  delayMs: number;
}

const DATA: readonly Medium[] = ['optical', 'video', 'radio', 'clock'];

/** Light, picture and radio leads no longer than their data survives. */
const carriesSoundAsData = (kind: LeadKind, lengthM: number): boolean =>
  lengthM <= (kind.maxLengthM ?? Infinity) &&
  kind.ends.every(({ connector }) => DATA.includes(connectorById(connector)?.medium ?? 'analogue'));

/** Every digital socket that sends, and where its sound arrives; none arrives where the language differs. */
export const digitalLinks = (find: Lookup): DigitalLink[] => {
  const follow = followLeads(find, carriesSoundAsData);
  return find.rig.devices.flatMap(({ id: device }): DigitalLink[] =>
    (find.modelOf(device)?.ports ?? []).flatMap((port): DigitalLink[] => {
      const run = port.digital?.sends && follow(device, port.id);
      if (!port.digital || !run) return [];
      const far = find.port(run.to.device, run.to.port)?.digital;
      const { format, sends = [] } = port.digital;
      const taken = far?.format === format ? far.receives : undefined;
      const receives = taken ?? [];
      return [
        {
          ...run,
          device,
          port: port.id,
          format,
          ...(far ? { farFormat: far.format } : {}),
          isUnderstood: taken !== undefined,
          channels: sends
            .slice(0, receives.length)
            .map((from, index): [string, string] => [from, receives[index]!]),
          delayMs: run.leads.reduce((sum, lead) => sum + (find.leadKindOf(lead)?.delayMs ?? 0), 0),
        },
      ];
    }),
  );
};
