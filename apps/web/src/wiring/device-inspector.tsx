import {
  adoptModel,
  changeDevice,
  duplicateDevice,
  isOwnModel,
  lookup,
  plugName,
  removeDevice,
  type Device,
  type DeviceModel,
  type PortRef,
  type Rig,
} from '@diaphon/core';
import { useEffect, useState } from 'react';
import { askPlain } from '../engine/engine';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { store } from '../store/store';
import { useEdit } from '../store/use-edit';
import type { Selection } from '../store/use-selection';
import { Apps } from './apps';
import { ConnectorFace } from '../look/connector-face';
import { ControlField } from '../fields/control-field';
import { DeskPanel } from './desk-panel';
import { InspectorHead } from './inspector-head';
import { Talkers } from '../fields/talkers';
import { Battery } from './battery';
import { UsbBill } from '../computers/usb-bill';
import { WornBy } from '../fields/wearing';

interface DeviceInspectorProps {
  rig: Rig;
  device: Device;
  onSelect: (selection: Selection) => void;
  onConnectFrom: (from: PortRef) => void;
  onSwap: (device: string) => void;
}

const Sockets = ({ rig, device, onSelect, onConnectFrom }: Omit<DeviceInspectorProps, 'onSwap'>) => {
  const find = lookup(rig);
  return (
    <section aria-label="Sockets" className="px-3 py-2">
      <h3 className="font-bold">Sockets</h3>
      <ul className="divide-y divide-hair">
        {find.modelOf(device.id)?.ports.map((port) => {
          const plugged = find.inPort(device.id, port.id);
          const far = plugged?.lead.ends
            .filter((_end, index) => index !== plugged.end)
            .map((end) => plugName(find, end))
            .join(' and ');
          return (
            <li key={port.id} className="flex items-center gap-2 py-1">
              <ConnectorFace id={port.connector} />
              <span className="min-w-0 flex-1">
                {port.label}
                {plugged && <span className="block truncate text-[12.5px] text-faint">to {far}</span>}
              </span>
              {!port.usb && (
                <Button
                  kind="quiet"
                  aria-label={`Trace ${port.label}`}
                  onClick={() => onSelect({ device: device.id, open: port.id })}
                >
                  Trace
                </Button>
              )}
              {plugged ? (
                <Button
                  kind="quiet"
                  aria-label={`Show the lead in ${port.label}`}
                  onClick={() => onSelect({ lead: plugged.lead.id })}
                >
                  Lead
                </Button>
              ) : (
                <Button
                  aria-label={`Connect ${port.label}`}
                  onClick={() => onConnectFrom({ device: device.id, port: port.id })}
                >
                  Connect
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
};

/** The catalogue's present description of a model, where the rig carries an older one; the catalogue lives with the engine. */
const useNewerModel = (model: DeviceModel | undefined): DeviceModel | undefined => {
  const [newer, setNewer] = useState<{ of: DeviceModel; is: DeviceModel | undefined }>();
  useEffect(() => {
    if (!model) return;
    let isCurrent = true;
    askPlain('newerModel', model).then(
      (is) => isCurrent && setNewer({ of: model, is }),
      // Nobody needs it: the rig works with what it carries.
      () => undefined,
    );
    return () => {
      isCurrent = false;
    };
  }, [model]);
  return newer?.of === model ? newer?.is : undefined;
};

/** A device: its name and place, its controls, who speaks into it, what is plugged where. */
export const DeviceInspector = (props: DeviceInspectorProps) => {
  const { rig, device, onSelect, onSwap } = props;
  const edit = useEdit();
  const model = lookup(rig).modelOf(device.id);
  const newer = useNewerModel(model);
  if (!model) return null;
  const rename = (change: { name?: string; place?: string }) =>
    edit((now) => changeDevice(now, device.id, change));
  const capsules = model.points.filter(({ role }) => role === 'capsule');
  return (
    <section aria-label={`Selected: ${device.name}`}>
      <InspectorHead
        title={<h2 className="text-[15px] leading-tight font-bold">{device.name}</h2>}
        about={model.name === device.name ? model.about : `${model.name}. ${model.about}`}
        onClose={() => onSelect({})}
      />
      {newer && (
        <p className="flex flex-wrap items-center gap-2 px-3 py-2">
          <span>This rig carries an older description of this device.</span>
          <Button onClick={() => edit((now) => adoptModel(now, newer), { announce: true })}>
            Use the present one
          </Button>
        </p>
      )}
      {capsules.length > 0 && <Talkers rig={rig} device={device} capsules={capsules} />}
      {model.kind === 'headphones' && rig.people.length > 0 && <WornBy rig={rig} device={device} />}
      {model.kind === 'computer' && <Apps rig={rig} device={device} />}
      {(model.kind === 'computer' || model.kind === 'hub') && <UsbBill device={device.id} />}
      {model.battery && <Battery device={device} />}
      {model.controls.length > 0 && (
        <section aria-label="Controls" className="space-y-1.5 px-3 py-2">
          <h3 className="font-bold">Controls</h3>
          {model.controls.map((control) => (
            <ControlField key={control.id} device={device} control={control} />
          ))}
        </section>
      )}
      {model.desk && <DeskPanel key={device.id} device={device} model={model} desk={model.desk} />}
      <Sockets {...props} />
      <section aria-label="Name and place" className="flex gap-2 px-3 py-2">
        {(['name', 'place'] as const).map((key) => (
          <label key={key} className="min-w-0 flex-1">
            {key === 'name' ? 'Name' : 'Where it stands'}
            <input
              className="field block w-full"
              key={device[key]}
              defaultValue={device[key]}
              maxLength={200}
              list={key === 'place' ? 'places-of-rig' : undefined}
              onBlur={(event) => {
                const next = event.target.value.trim();
                if (next !== device[key] && (next || key === 'place')) rename({ [key]: next });
              }}
            />
          </label>
        ))}
        <datalist id="places-of-rig">
          {[...new Set(rig.devices.map(({ place }) => place))].map((place) => (
            <option key={place} value={place} />
          ))}
        </datalist>
      </section>
      <div className="flex flex-wrap items-center gap-2 px-3 pb-3">
        <Button onClick={() => onSwap(device.id)}>Use another model</Button>
        <Button
          onClick={() => {
            edit((now) => duplicateDevice(now, device.id), { announce: true });
            const copy = store.getState().rig.document?.devices.at(-1);
            if (copy) onSelect({ device: copy.id });
          }}
        >
          Duplicate
        </Button>
        <ButtonLink to={`../model?device=${device.id}`} relative="path">
          {isOwnModel(model) ? 'Change this own model' : 'Make an own model from this'}
        </ButtonLink>
        <Button
          onClick={() => {
            edit((now) => removeDevice(now, device.id), { announce: true });
            onSelect({});
          }}
        >
          Remove from the rig
        </Button>
      </div>
    </section>
  );
};
