import type { PortRef, Rig } from '@diaphon/core';
import type { Selection } from '../store/use-selection';
import { DeviceInspector } from './device-inspector';
import { LeadInspector } from './lead-inspector';

interface InspectorProps {
  rig: Rig;
  selection: Selection;
  onSelect: (selection: Selection) => void;
  onConnectFrom: (from: PortRef) => void;
  /** Another model is wanted in this device's place. */
  onSwap: (device: string) => void;
}

/** What is selected, with everything about it that can be set. */
export const Inspector = ({ rig, selection, onSelect, onConnectFrom, onSwap }: InspectorProps) => {
  const device = rig.devices.find(({ id }) => id === selection.device);
  const lead = rig.leads.find(({ id }) => id === selection.lead);
  if (device) {
    return (
      <DeviceInspector
        key={device.id}
        rig={rig}
        device={device}
        onSelect={onSelect}
        onConnectFrom={onConnectFrom}
        onSwap={onSwap}
      />
    );
  }
  return lead ? <LeadInspector key={lead.id} rig={rig} lead={lead} onSelect={onSelect} /> : null;
};
