import {
  controlOf,
  controlsOf,
  deskControlId as is,
  OFF,
  settingOf,
  setControl,
  stripsOf,
  type Control,
  type Desk,
  type Device,
  type DeviceModel,
} from '@diaphon/core';
import { useId, useState } from 'react';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';
import { ControlField } from '../fields/control-field';

interface DeskPanelProps {
  device: Device;
  model: DeviceModel;
  desk: Desk;
}

interface Part {
  id: string;
  label: string;
  group: 'Mixes' | 'To computers and by radio' | 'Channels';
  /** What can be turned there, with its name in this part. */
  fields: { control: Control; label: string }[];
  note?: string;
}

/** The controls of a model by their ids, those that are there, each with a shorter name. */
const fieldsOf = (model: DeviceModel, rows: [id: string, label: string][]): Part['fields'] =>
  rows.flatMap(([id, label]) => {
    const control = controlOf(model, id);
    return control ? [{ control, label }] : [];
  });

/** Whether a send lets anything through: where from it takes its strip is of no matter else. */
const isOpen = (model: DeviceModel, device: Device, send: string): boolean => {
  const control = controlOf(model, send);
  return control !== undefined && settingOf(device, control) !== OFF;
};

const mixPart = (model: DeviceModel, desk: Desk, device: Device, mix: Desk['mixes'][number]): Part => {
  const strips = stripsOf(desk, mix);
  const own = strips.flatMap(({ id, label }): [string, string][] => [
    [is.send(mix.id, id), label],
    ...(isOpen(model, device, is.send(mix.id, id))
      ? [[is.tap(mix.id, id), `${label} is taken`] as [string, string]]
      : []),
  ]);
  const faders = strips.flatMap(({ id, label }): [string, string][] => [
    [is.fader(id), label],
    [is.goes(id), `${label} goes to`],
  ]);
  return {
    id: `mix ${mix.id}`,
    label: mix.label,
    group: 'Mixes',
    fields: fieldsOf(model, mix.sendDb ? own : faders),
    ...(mix.sendDb ? {} : { note: 'This mix has no levels of its own: it follows the faders.' }),
  };
};

const streamPart = (
  model: DeviceModel,
  desk: Desk,
  device: Device,
  stream: Desk['streams'][number],
): Part => {
  const kind = controlOf(model, is.kind(stream.id));
  const isCustom = kind && settingOf(device, kind) === 'custom';
  return {
    id: `stream ${stream.id}`,
    label: stream.label,
    group: 'To computers and by radio',
    fields: fieldsOf(model, [
      [is.kind(stream.id), 'What it carries'],
      ...(isCustom
        ? desk.strips.map(({ id, label }): [string, string] => [is.send(stream.id, id), label])
        : []),
    ]),
  };
};

const stripPart = (model: DeviceModel, desk: Desk, { id, label }: Desk['strips'][number]): Part => ({
  id: `strip ${id}`,
  label,
  group: 'Channels',
  fields: fieldsOf(model, [
    [is.takes(id), 'Takes'],
    [is.trim(id), 'Trim'],
    [is.polarity(id), 'Polarity reversed'],
    [is.highPass(id), 'High-pass'],
    [is.gate(id), 'Gate'],
    [is.compressor(id), 'Compressor'],
    [is.mute(id), 'Mute'],
    [is.solo(id), 'Solo'],
    [is.pan(id), 'Pan'],
    [is.fader(id), 'Fader'],
    [is.goes(id), 'Goes to'],
    ...desk.mixes.map((mix): [string, string] => [is.send(mix.id, id), `In ${mix.label}`]),
  ]),
});

/** Channels that stand solo: what is easily forgotten, with the way out of it. */
const Soloed = ({ device, model, desk }: DeskPanelProps) => {
  const edit = useEdit();
  const soloed = desk.strips.filter(({ id }) => {
    const control = controlOf(model, is.solo(id));
    return control && settingOf(device, control) === true;
  });
  if (soloed.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span>
        Heard solo: <b>{soloed.map(({ label }) => label).join(', ')}</b>
      </span>
      {soloed.map(({ id, label }) => (
        <Button key={id} onClick={() => edit((rig) => setControl(rig, device.id, is.solo(id), false))}>
          {`Solo of ${label} off`}
        </Button>
      ))}
    </p>
  );
};

/** What a desk does inside: one mix, one stream or one channel at a time, with everything that can be set there. */
export const DeskPanel = ({ device, model, desk }: DeskPanelProps) => {
  const id = useId();
  const [chosen, choose] = useState('');
  const direct = controlOf(model, is.direct);
  const parts = [
    ...desk.mixes.map((mix) => mixPart(model, desk, device, mix)),
    ...desk.streams.map((stream) => streamPart(model, desk, device, stream)),
    ...desk.strips.map((strip) => stripPart(model, desk, strip)),
  ].filter(({ fields }) => fields.length > 0);
  if (!direct && parts.length === 0) return null;
  const part = parts.find((one) => one.id === chosen) ?? parts[0];
  const changed = controlsOf(model).filter(
    ({ id: control }) => control.includes('.') && Object.hasOwn(device.settings, control),
  ).length;
  const groups = [...new Set(parts.map(({ group }) => group))];
  return (
    <section aria-label="Desk" className="space-y-1.5 px-3 py-2">
      <h3 className="font-bold">Inside the desk</h3>
      {direct && <ControlField device={device} control={direct} />}
      <Soloed device={device} model={model} desk={desk} />
      {part && (
        <>
          <label htmlFor={id} className="block text-[13px]">
            Show
          </label>
          <select
            id={id}
            className="field w-full"
            value={part.id}
            onChange={(event) => choose(event.target.value)}
          >
            {groups.map((group) => (
              <optgroup key={group} label={group}>
                {parts
                  .filter((one) => one.group === group)
                  .map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.label}
                    </option>
                  ))}
              </optgroup>
            ))}
          </select>
          {part.note && <p className="text-[12.5px] text-faint">{part.note}</p>}
          <div>
            {part.fields.map(({ control, label }) => (
              <ControlField key={control.id} device={device} control={control} label={label} />
            ))}
          </div>
          {changed > 0 && (
            <p className="text-[12.5px] text-faint">
              {changed === 1 ? 'One setting differs' : `${changed} settings differ`} from how the model leaves
              the factory.
            </p>
          )}
        </>
      )}
    </section>
  );
};
