import { SEVERITIES, type Finding, type Severity } from '@diaphon/core';
import type { Selection } from '../store/use-selection';
import type { ChartLayout } from './chart-layout';
import type { ChartBox, ChartModel, ChartPort } from './chart-model';
import type { Places } from './use-places';

/** A chart of more boxes than this is built only where it is looked at. */
const ALL_UP_TO = 48;

export const isLargeChart = ({ boxes }: ChartModel): boolean => boxes.length > ALL_UP_TO;

/** What the chart draws and what each piece does when it is chosen. */
export interface ChartState {
  model: ChartModel;
  layout: ChartLayout;
  places: Places;
  selection: Selection;
  severities: ReadonlyMap<string, Severity>;
  onSelect: (selection: Selection) => void;
  onPort: (box: string, port: ChartPort) => void;
  onShut: (places: Iterable<string>) => void;
}

/** The gravest finding at each device and, as `lead/id`, at each lead. */
export const severityByPlace = (findings: readonly Finding[]): Map<string, Severity> => {
  const found = new Map<string, Severity>();
  // Gravest last, so that it stays.
  for (const severity of [...SEVERITIES].reverse()) {
    for (const finding of findings) {
      if (finding.severity !== severity) continue;
      for (const { device, lead } of finding.places) {
        if (device) found.set(device, severity);
        if (lead) found.set(`lead/${lead}`, severity);
      }
    }
  }
  return found;
};

/** The gravest of several places. */
export const gravestOf = (
  ids: readonly string[],
  severities: ReadonlyMap<string, Severity>,
): Severity | undefined => SEVERITIES.find((severity) => ids.some((id) => severities.get(id) === severity));

/** The box a device is drawn as: its own, or that of the shut place it stands in. */
export const boxShowing = (boxes: readonly ChartBox[], device: string): ChartBox | undefined =>
  boxes.find(({ id }) => id === device) ?? boxes.find(({ inside }) => inside?.includes(device));
