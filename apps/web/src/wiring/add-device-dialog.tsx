import {
  lookup,
  placeDevice,
  DEVICE_KINDS,
  DEVICE_MODELS,
  readModelText,
  searchModels,
  swapModel,
  type DeviceKind,
  type DeviceModel,
  type Problem,
} from '@diaphon/core';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { ProblemList } from '../page/file-problems';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { count } from '../look/figures';
import { FileButton } from '../look/file-button';
import { saveModel } from '../page/save-model';
import type { OwnModel } from '@diaphon/api';
import { explain } from '../server/call';
import {
  useKeepModelMutation,
  useModelsQuery,
  useRemoveModelMutation,
  useRestoreModelMutation,
} from '../server/server-api';
import { store } from '../store/store';
import { useAddCaller } from '../store/use-add-caller';
import { useEdit } from '../store/use-edit';
import { ConnectorFace } from '../look/connector-face';
import { recentModels, rememberModel } from './recent-models';
import { local } from '../store/browser-storage';

/** Which part of the shelf is looked at: everything, what was placed last, one's own, or one kind. */
type Shelf = 'all' | 'recent' | 'own' | DeviceKind;

const KIND_WORDS: Record<DeviceKind, string> = {
  microphone: 'Microphones',
  booster: 'Boosters',
  interface: 'Interfaces',
  mixer: 'Mixers',
  computer: 'Computers',
  hub: 'Hubs and docks',
  isolator: 'Isolators and DI boxes',
  player: 'Players',
  loudspeaker: 'Loudspeakers',
  headphones: 'Headphones',
  receiver: 'Receivers',
  preamp: 'Preamps',
  instrument: 'Instruments',
  camera: 'Cameras',
  recorder: 'Recorders',
  'headphones-amplifier': 'Headphone amplifiers',
  supply: 'Power supplies',
};

interface ModelRowProps {
  model: DeviceModel;
  own: OwnModel | undefined;
  onAdd: () => void;
  onChange: () => void;
  onRemove: () => void;
}

const ModelRow = ({ model, own, onAdd, onChange, onRemove }: ModelRowProps) => (
  <li className="flex flex-col">
    <Button className="w-full flex-1 items-start" onClick={onAdd}>
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
    <span className="flex border-x border-b border-hair text-[12.5px]">
      <Button
        kind="quiet"
        className="!min-h-[26px]"
        onClick={onChange}
        aria-label={`${own ? 'Change' : 'Make an own model from'} ${model.name}`}
      >
        {own ? 'Change' : 'Own model from it'}
      </Button>
      {own && (
        <>
          <Button
            kind="quiet"
            className="!min-h-[26px]"
            aria-label={`Save ${model.name} as a file`}
            onClick={() => saveModel(model)}
          >
            To file
          </Button>
          <Button
            kind="quiet"
            className="!min-h-[26px]"
            aria-label={`Remove ${model.name}`}
            onClick={onRemove}
          >
            Remove
          </Button>
        </>
      )}
    </span>
  </li>
);

/** What people look for who want a caller. */
const CALL = /\b(call|caller|remote|guest|meeting|somebody)/iu;

const NO_MODELS: OwnModel[] = [];

/** What kind of device stands in a place: another of that kind is most likely meant. */
const kindOf = (device: string | undefined): DeviceKind | undefined => {
  const rig = store.getState().rig.document;
  return rig && device !== undefined ? lookup(rig).modelOf(device)?.kind : undefined;
};

interface AddDeviceDialogProps {
  /** The device another model is to take the place of; absent: one more. */
  replacing?: string;
  onClose: () => void;
  onAdded: (device: string) => void;
}

/** Every device model, found by any word of its name, kind or description; recent and own ones by themselves. */
export const AddDeviceDialog = ({ replacing, onClose, onAdded }: AddDeviceDialogProps) => {
  const edit = useEdit();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const replaced = store.getState().rig.document?.devices.find(({ id }) => id === replacing);
  const [shelf, setShelf] = useState<Shelf>(() => kindOf(replacing) ?? 'all');
  const [removed, setRemoved] = useState<OwnModel | null>(null);
  const [badFile, setBadFile] = useState<{ file: string; problems: Problem[] } | null>(null);
  const [recent] = useState(() => recentModels(local.storage));

  const { data: mine = NO_MODELS, error: unread } = useModelsQuery();
  const [keepModel, { error: unkept }] = useKeepModelMutation();
  const [removeModel, { error: unremoved }] = useRemoveModelMutation();
  const [restoreModel, { error: unrestored }] = useRestoreModelMutation();
  const failed = unkept ?? unremoved ?? unrestored ?? unread;
  const failure = failed && `${explain(failed).message} ${explain(failed).hint}`;

  const all = useMemo(() => [...mine.map(({ model }) => model), ...DEVICE_MODELS], [mine]);
  const isOwn = (model: DeviceModel) => mine.some(({ id }) => id === model.id);
  const onShelf = useMemo(() => {
    if (shelf === 'all') return all;
    if (shelf === 'own') return mine.map(({ model }) => model);
    if (shelf === 'recent') return recent.flatMap((id) => all.find((model) => model.id === id) ?? []);
    return all.filter(({ kind }) => kind === shelf);
  }, [all, mine, recent, shelf]);
  const found = useMemo(() => {
    if (text.trim() !== '') return searchModels(onShelf, text);
    return shelf === 'recent'
      ? onShelf
      : DEVICE_KINDS.flatMap((kind) => onShelf.filter((model) => model.kind === kind));
  }, [onShelf, shelf, text]);

  const addCaller = useAddCaller();
  const isCallWished = replacing === undefined && (text.trim() === '' ? shelf === 'all' : CALL.test(text));

  const add = (model: DeviceModel) => {
    rememberModel(local.storage, model.id);
    if (replacing !== undefined) {
      edit((rig) => swapModel(rig, replacing, model), { announce: true });
      onClose();
      return;
    }
    edit((rig) => placeDevice(rig, model), { announce: true });
    const devices = store.getState().rig.document?.devices ?? [];
    const last = devices[devices.length - 1];
    onClose();
    if (last) onAdded(last.id);
  };
  const openFile = async (file: File) => {
    const read = readModelText(await file.text());
    if (!read.ok) return setBadFile({ file: file.name, problems: read.problems });
    await keepModel(read.model);
    setShelf('own');
  };

  return (
    <Dialog
      title={replaced ? `Another model for ${replaced.name}` : 'Add a device'}
      {...(replaced
        ? {
            description:
              'Its leads, its talker and what programs take of it stay, as far as the other has something for them.',
          }
        : {})}
      onClose={onClose}
      wide
    >
      <form
        className="flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (isCallWished && addCaller && found.length === 0) {
            addCaller();
            onClose();
          } else if (found[0]) add(found[0]);
        }}
      >
        <label className="min-w-0 flex-1">
          Find
          <input
            className="field mt-1 block w-full"
            autoFocus
            placeholder="microphone, mixer, laptop …"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <label className="w-[14em]">
          Among
          <select
            className="field mt-1 block w-full"
            value={shelf}
            onChange={(event) => setShelf(event.target.value as Shelf)}
          >
            <option value="all">All devices</option>
            <option value="recent">Placed last ({recent.length})</option>
            <option value="own">Own models ({mine.length})</option>
            {DEVICE_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {KIND_WORDS[kind]} ({all.filter((model) => model.kind === kind).length})
              </option>
            ))}
          </select>
        </label>
        <FileButton
          label="Model file"
          accept=".json,application/json"
          className="self-end"
          onFile={(file) => void openFile(file)}
        >
          Open a model file
        </FileButton>
      </form>
      <p role="status" className="small-caps py-2">
        {removed && (
          <>
            {removed.model.name} removed; rigs that carry it keep it.{' '}
            <button
              className="underline"
              onClick={() => void restoreModel(removed.id).then(({ data }) => data && setRemoved(null))}
            >
              Undo
            </button>
          </>
        )}
        {!removed &&
          (found.length > 0
            ? `${count(found.length, 'model')}${text ? `; Enter ${replaced ? 'takes' : 'adds'} the first` : ''}`
            : text
              ? `Nothing fits “${text}” here. Try a kind of device, or look among all of them.`
              : shelf === 'own'
                ? 'No own models yet. Make one from any device, or open a file someone shared.'
                : 'Nothing placed yet.')}
      </p>
      {isCallWished && addCaller && (
        <Button
          className="mb-2 w-full"
          onClick={() => {
            addCaller();
            onClose();
          }}
        >
          <span>
            <span className="block font-bold">Somebody on a call</span>
            <span className="block text-[12.5px] text-faint">
              A call on the computer: heard here, hearing everyone but themselves, kept on a track.
            </span>
          </span>
        </Button>
      )}
      {badFile && (
        <div role="alert" className="mb-2 border border-fault bg-sheet p-2.5">
          <p className="flex items-start justify-between gap-3 font-bold">
            {badFile.file} cannot be opened. Nothing was changed.
            <Button kind="quiet" onClick={() => setBadFile(null)}>
              Dismiss
            </Button>
          </p>
          <ProblemList problems={badFile.problems} />
        </div>
      )}
      {failure && (
        <p role="alert" className="pb-2 text-fault">
          {failure}
        </p>
      )}
      <ul className="grid grid-cols-2 gap-1.5 max-[640px]:grid-cols-1">
        {found.map((model) => (
          <ModelRow
            key={model.id}
            model={model}
            own={isOwn(model) ? mine.find(({ id }) => id === model.id) : undefined}
            onAdd={() => add(model)}
            onChange={() => void navigate(`../model?from=${model.id}`, { relative: 'path' })}
            onRemove={() => {
              const gone = mine.find(({ id }) => id === model.id)!;
              void removeModel(model.id).then(({ error }) => !error && setRemoved(gone));
            }}
          />
        ))}
      </ul>
    </Dialog>
  );
};
