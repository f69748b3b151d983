import { addDevice, DEVICE_KINDS, DEVICE_MODELS, type DeviceModel } from '@diaphon/core';
import { useMemo, useState } from 'react';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { store } from '../store/store';
import { useEdit } from '../store/use-edit';
import { ConnectorFace } from './connector-face';

const matches = (model: DeviceModel, words: string[]): boolean => {
  const text = `${model.name} ${model.kind} ${model.about}`.toLowerCase();
  return words.every((word) => text.includes(word));
};

interface AddDeviceDialogProps {
  onClose: () => void;
  onAdded: (device: string) => void;
}

/** Every device model, found by any word of its name, kind or description. */
export const AddDeviceDialog = ({ onClose, onAdded }: AddDeviceDialogProps) => {
  const edit = useEdit();
  const [text, setText] = useState('');
  const found = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    const models = DEVICE_MODELS.filter((model) => matches(model, words));
    return DEVICE_KINDS.flatMap((kind) => models.filter((model) => model.kind === kind));
  }, [text]);

  const add = (model: DeviceModel) => {
    edit((rig) => addDevice(rig, model), { announce: true });
    const devices = store.getState().rig.document?.devices ?? [];
    const last = devices[devices.length - 1];
    onClose();
    if (last) onAdded(last.id);
  };

  return (
    <Dialog title="Add a device" onClose={onClose} wide>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (found[0]) add(found[0]);
        }}
      >
        <label className="block">
          Find
          <input
            className="field mt-1 block w-full"
            autoFocus
            placeholder="microphone, mixer, laptop …"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
      </form>
      <p role="status" className="small-caps py-2">
        {found.length === 0
          ? `Nothing fits “${text}”. Try a kind of device: microphone, interface, mixer, computer.`
          : `${found.length} models${text ? '; Enter adds the first' : ''}`}
      </p>
      <ul className="grid grid-cols-2 gap-1.5 max-[640px]:grid-cols-1">
        {found.map((model) => (
          <li key={model.id} className="flex">
            <Button className="w-full items-start" onClick={() => add(model)}>
              <span className="flex-1">
                <span className="block font-bold">{model.name}</span>
                <span className="block text-[12.5px] text-faint">{model.about}</span>
              </span>
              <span className="flex max-w-[64px] flex-wrap justify-end gap-0.5 pt-0.5">
                {[...new Set(model.ports.map(({ connector }) => connector))].slice(0, 4).map((connector) => (
                  <ConnectorFace key={connector} id={connector} size={17} />
                ))}
              </span>
            </Button>
          </li>
        ))}
      </ul>
    </Dialog>
  );
};
