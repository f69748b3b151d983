import {
  addDevice,
  adoptModel,
  DEVICE_KINDS,
  DEVICE_MODELS,
  doubtsOf,
  factsOf,
  isOwnModel,
  lookup,
  withFact,
  type DeviceModel,
  type Fact,
} from '@diaphon/core';
import { useEffect, useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import type { ErrorBody, OwnModel } from '@diaphon/api';
import { explain, isServerFailure } from '../server/call';
import { useKeepModelMutation, useModelsQuery, useSaveModelMutation } from '../server/server-api';
import { store, useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';
import { factErrors, factText, factValues, fieldOf, type Units } from './fact-form';
import { FactGroups } from './fact-groups';
import { ModelCheck } from './model-check';
import { dropDraft, keepDraft, readDraft } from './model-draft';
import { ModelSockets } from './model-sockets';
import { ModelUsb } from './model-usb';
import { saveModel } from '../page/save-model';
import { local } from '../store/browser-storage';

const GROUNDS = [
  ['bonded', 'Tied to the room (mains or USB)'],
  ['floating', 'Floating (battery, or none)'],
] as const;
const SUPPLIES = [
  ['', 'None of its own'],
  ['earthed', 'Mains with earth'],
  ['double-insulated', 'Mains without earth'],
  ['usb', 'From USB'],
  ['battery', 'Battery'],
] as const;

/** So many figures are shown at once; more are kept in their groups until one is opened or looked for. */
const SHOWN_AT_ONCE = 26;

interface ModelFormProps {
  start: DeviceModel;
  /** Name of the model it is made from. */
  origin: string;
  /** Set when an own model is changed rather than a new one made. */
  own: OwnModel | undefined;
  /** The device that is to become one of it. */
  device: string | undefined;
  from: string;
}

const ModelForm = ({ start, origin, own, device, from }: ModelFormProps) => {
  const { id: rigId } = useParams();
  const navigate = useNavigate();
  const [saveAgain] = useSaveModelMutation();
  const [keepNew] = useKeepModelMutation();
  const edit = useEdit();
  const deviceName = useAppSelector(
    (state) => state.rig.document?.devices.find(({ id }) => id === device)?.name,
  );
  const [model, setModel] = useState(() => readDraft(local.storage, from) ?? start);
  const [isDraft, setIsDraft] = useState(() => readDraft(local.storage, from) !== undefined);
  const [error, setError] = useState<ErrorBody | null>(null);
  const [isConflict, setIsConflict] = useState(false);
  const [words, setWords] = useState('');
  const [generation, setGeneration] = useState(0);
  const facts = useMemo(() => factsOf(model), [model]);
  const doubts = useMemo(() => doubtsOf(model), [model]);
  const [units, setUnits] = useState<Units>({});
  const {
    register,
    reset,
    setValue,
    clearErrors,
    formState: { errors },
    trigger,
  } = useForm<Record<string, string>>({
    mode: 'onChange',
    resolver: (values) => {
      const wrong = Object.entries(factErrors(values, facts, units));
      return wrong.length === 0
        ? { values, errors: {} }
        : {
            values: {},
            errors: Object.fromEntries(wrong.map(([field, message]) => [field, { type: 'value', message }])),
          };
    },
    defaultValues: factValues(model, facts, units),
  });
  const hasErrors = Object.keys(errors).length > 0;

  useEffect(() => {
    if (model !== start) keepDraft(local.storage, from, model);
  }, [model, start, from]);

  const startAgain = () => {
    dropDraft(local.storage, from);
    setModel(start);
    setIsDraft(false);
    reset(factValues(start, factsOf(start), units));
    setGeneration((number) => number + 1);
  };

  /** What stands there, turned into another unit; a field that cannot be read becomes what it was before. */
  const chooseUnit = (fact: Fact, unit: string) => {
    setUnits((now) => ({ ...now, [fact.key]: unit }));
    setValue(fieldOf(fact.key), factText(fact, unit));
    clearErrors(fieldOf(fact.key));
  };

  const keep = async (asNew: boolean, use: 'device' | 'new' | 'none') => {
    if (!(await trigger())) return;
    try {
      const kept =
        own && !asNew
          ? await saveAgain({ id: own.id, baseRevision: own.revision, model }).unwrap()
          : await keepNew({ ...model, name: model.name.trim() }).unwrap();
      dropDraft(local.storage, from);
      if (use === 'device') edit((rig) => adoptModel(rig, kept.model, device), { announce: true });
      if (use === 'new') edit((rig) => addDevice(rig, kept.model), { announce: true });
      const isCarried = store.getState().rig.document?.models.some(({ id }) => id === kept.id);
      if (use === 'none' && isCarried) edit((rig) => adoptModel(rig, kept.model), { announce: true });
      const devices = store.getState().rig.document?.devices ?? [];
      const shown = use === 'device' ? device : use === 'new' ? devices[devices.length - 1]?.id : undefined;
      void navigate(`/rigs/${rigId}/wiring${shown ? `?device=${shown}` : ''}`);
    } catch (failure) {
      setError(explain(failure));
      setIsConflict(isServerFailure(failure) && failure.status === 409);
    }
  };

  const sought = words.toLowerCase().split(/\s+/).filter(Boolean);
  const found = facts.filter(({ label, group }) =>
    sought.every((word) => `${group} ${label}`.toLowerCase().includes(word)),
  );
  const isOpen = sought.length > 0 || facts.length <= SHOWN_AT_ONCE;
  return (
    <main className="flex min-h-0 flex-1 max-[820px]:flex-col max-[820px]:overflow-y-auto">
      <div className="min-w-0 flex-1 space-y-3 overflow-y-auto p-4">
        <div className="flex flex-wrap items-baseline gap-x-3">
          <h2 className="text-[18px] font-bold">{own ? 'Change an own model' : 'Make an own model'}</h2>
          <span className="text-faint">from {origin}; state what the maker’s data sheet says</span>
        </div>
        {isDraft && (
          <p role="status" className="card flex items-center gap-3 px-3 py-1.5">
            Your unfinished change of this model was kept here.
            <Button kind="quiet" className="underline" onClick={startAgain}>
              Start again
            </Button>
          </p>
        )}
        <p id="model-name-error" className="text-fault">
          {errors['name']?.message}
        </p>
        <section
          aria-label="What it is"
          className="card grid grid-cols-4 gap-2 px-3 py-2 max-[1000px]:grid-cols-2"
        >
          <label className="col-span-2">
            Name
            <input
              className="field block w-full"
              maxLength={200}
              aria-invalid={Boolean(errors['name'])}
              aria-describedby="model-name-error"
              {...register('name', {
                onChange: (event: { target: { value: string } }) =>
                  setModel((now) => ({ ...now, name: event.target.value })),
              })}
            />
          </label>
          <label className="col-span-2">
            What is worth knowing about it
            <input
              className="field block w-full"
              maxLength={2000}
              {...register('about', {
                onChange: (event: { target: { value: string } }) =>
                  setModel((now) => ({ ...now, about: event.target.value })),
              })}
            />
          </label>
          <label>
            Kind
            <select
              className="field block w-full"
              value={model.kind}
              onChange={(event) => setModel({ ...model, kind: event.target.value as DeviceModel['kind'] })}
            >
              {DEVICE_KINDS.map((kind) => (
                <option key={kind} value={kind}>
                  {kind}
                </option>
              ))}
            </select>
          </label>
          <label className="col-span-2">
            Where its metal casing is tied
            <select
              className="field block w-full"
              value={model.ground}
              onChange={(event) =>
                setModel({ ...model, ground: event.target.value as DeviceModel['ground'] })
              }
            >
              {GROUNDS.map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
          </label>
          <label>
            Its supply
            <select
              className="field block w-full"
              value={model.supply ?? ''}
              onChange={({ target: { value } }) => {
                const rest = { ...model };
                delete rest.supply;
                setModel(value ? { ...rest, supply: value as NonNullable<DeviceModel['supply']> } : rest);
              }}
            >
              {SUPPLIES.map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        </section>
        <ModelSockets key={generation} model={model} onChange={setModel} />
        <ModelUsb key={`usb ${generation}`} model={model} onChange={setModel} />
        <section aria-label="Figures">
          <div className="mb-1.5 flex items-center gap-3">
            <h2 className="font-bold">{facts.length} figures</h2>
            <input
              className="field w-[220px]"
              aria-label="Find a figure"
              placeholder="impedance, noise, input 2 …"
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
            <span role="status" className="text-faint">
              {sought.length > 0 && `${found.length} found`}
            </span>
          </div>
          <FactGroups
            key={generation}
            facts={found}
            doubts={doubts}
            units={units}
            onUnit={chooseUnit}
            isOpen={isOpen}
            register={register}
            errors={errors}
            onFact={(key, value) => setModel((now) => withFact(now, key, value))}
          />
        </section>
      </div>
      <aside
        aria-label="Check and keep"
        className="w-[340px] shrink-0 overflow-y-auto border-l border-line p-4 max-[820px]:w-full max-[820px]:border-t max-[820px]:border-l-0"
      >
        <div className="mb-4 flex flex-col gap-1.5">
          {deviceName ? (
            <Button kind="main" disabled={hasErrors} onClick={() => void keep(false, 'device')}>
              Keep, and use it for {deviceName}
            </Button>
          ) : (
            <Button kind="main" disabled={hasErrors} onClick={() => void keep(false, own ? 'none' : 'new')}>
              {own ? 'Keep the change' : 'Keep, and place one'}
            </Button>
          )}
          {own && (
            <Button disabled={hasErrors} onClick={() => void keep(true, device ? 'device' : 'new')}>
              Keep as another model
            </Button>
          )}
          <Button disabled={hasErrors} onClick={() => saveModel(model)}>
            Save as a file, to share
          </Button>
          <ButtonLink to={`/rigs/${rigId}/wiring${device ? `?device=${device}` : ''}`}>
            Back to the wiring
          </ButtonLink>
          {hasErrors && <p className="text-fault">A field does not make sense yet; it is marked.</p>}
        </div>
        {error && (
          <ErrorWords error={error}>
            {isConflict && (
              <Button onClick={() => void keep(true, 'none')}>Keep mine as another model</Button>
            )}
          </ErrorWords>
        )}
        <ModelCheck model={model} doubts={doubts} wrongFields={Object.keys(errors).length} />
      </aside>
    </main>
  );
};

/** A device model of one's own, made from any there is: every figure, with a check while it is typed. */
export const ModelView = () => {
  const [params] = useSearchParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const read = useModelsQuery();
  const error = read.error && explain(read.error);
  // Without the server a model can still be made and saved as a file.
  const mine = read.data ?? (error ? [] : undefined);
  const device = params.get('device') ?? undefined;
  const carried = device ? lookup(rig).modelOf(device) : undefined;
  const from = params.get('from') ?? carried?.id ?? '';
  if (!mine) return <Waiting words="Opening the model" />;
  const own = mine.find(({ id }) => id === from);
  const base =
    DEVICE_MODELS.find(({ id }) => id === from) ??
    (carried?.id === from ? carried : rig.models.find(({ id }) => id === from));
  const start = own?.model ?? (base && { ...base, name: `${base.name}, own` });
  if (!start) {
    return (
      <main>
        <ErrorWords
          error={{
            code: 'not-found',
            message: `There is no model “${from}”.`,
            where: 'the address',
            hint: 'Choose a device and make an own model from it, or one from the list of devices.',
          }}
        />
      </main>
    );
  }
  return (
    <>
      {error && (
        <p role="alert" className="border-b border-fault px-4 py-1.5 text-fault">
          {error.message} What you change stays in this browser, and can be saved as a file.
        </p>
      )}
      <ModelForm
        key={from}
        start={start}
        origin={own?.model.name ?? base?.name ?? ''}
        own={own && isOwnModel(own) ? own : undefined}
        device={device && carried ? device : undefined}
        from={from}
      />
    </>
  );
};
