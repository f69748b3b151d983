import { lookup, MATCHED_DBFS, repeatedTo, wavOf, type Rendered, type Rig } from '@diaphon/core';
import { Square, Volume2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { ask } from '../engine/engine';
import { Button } from '../look/button';
import { Choice } from '../look/choice';
import { figure } from '../look/figures';
import { NumberField } from '../look/number-field';
import { fileName, saveFile } from '../look/save-file';
import { Toggle } from '../look/toggle';
import { useAppSelector } from '../store/store';
import type { Letter } from '../store/variants-slice';
import { play, type Playing } from './play';
import type { SolvedVariant } from './use-variants';

/** The rig as it stands, among its variants. */
const NOW = 'now';
/** Where listening starts, dB under what arrives: nobody is startled. */
const START_DB = -20;
/** How long a saved file is, seconds. */
const SAVED_S = 30;
/** Where a sound is cut off, in words. */
const Clipped = ({ rig, clipped }: { rig: Rig; clipped: Rendered['clipped'] }) => {
  const find = lookup(rig);
  return clipped.map(({ node, label, device, share }) => (
    <p key={node} className="text-fault">
      Cut off at “{label}”{device ? ` of ${find.device(device)?.name ?? ''}` : ''}: {figure(share * 100, 2)} %
      of the time.
    </p>
  ));
};

/** Who speaks when, as it is heard here. */
const Turns = ({ turns }: { turns: NonNullable<Rendered['turns']> }) => (
  <ol aria-label="Who speaks when" className="text-[12.5px] text-faint">
    {turns.map(({ source, name, fromS, heardS }, at) => (
      <li key={source}>
        {at === 0 ? `${name} speaks first` : `${name} answers at ${figure(fromS, 2)} s`}
        {heardS === null ? ', not heard here' : `, heard here from ${figure(heardS, 2)} s on`}.
      </li>
    ))}
  </ol>
);

interface HearProps {
  rig: Rig;
  /** Where it is listened, and the sound that is followed there; null: all there is. */
  place: string;
  source: string | null;
  /** Where it is digital, files are as loud as it is there. */
  isDigital: boolean;
  /** What a saved file is called: "Keeper at Headphones". */
  name: string;
  variants: readonly SolvedVariant[];
  /** The others are heard as well, to begin with. */
  othersToo?: boolean;
}

/** Lets a place be heard: made-up speech through everything on its way, as loud, as hissy and as cut off as it is. */
export const Hear = ({ rig, place, source, isDigital, name, variants, othersToo = true }: HearProps) => {
  const rigId = useAppSelector((state) => state.rig.id)!;
  const readings = useAppSelector((state) => state.readings.readings);
  const [chosen, setChosen] = useState<Letter | typeof NOW>(NOW);
  const variant = variants.find(({ letter }) => letter === chosen);
  const key = variant?.key ?? rigId;
  const [hasNoise, setHasNoise] = useState(true);
  const [hasOthers, setHasOthers] = useState(othersToo);
  const [inTurn, setInTurn] = useState(false);
  const [isMatched, setIsMatched] = useState(!isDigital);
  const [volumeDb, setVolumeDb] = useState(START_DB);
  const [made, setMade] = useState<Rendered | null>(null);
  const [progress, setProgress] = useState<string>('');
  const [failed, setFailed] = useState('');
  const [isPlaying, setIsPlaying] = useState(false);
  const playing = useRef<Playing | null>(null);
  /** What was pressed and is not there yet: a reading that comes in between begins it anew. */
  const awaited = useRef<'play' | 'save' | null>(null);
  const job = useRef<{ cancel: () => void } | null>(null);

  const calls = rig.apps.filter(({ kind }) => kind === 'call');

  const drop = () => {
    job.current?.cancel();
    job.current = null;
    setProgress('');
  };
  const stop = () => {
    drop();
    awaited.current = null;
    playing.current?.stop();
    playing.current = null;
    setIsPlaying(false);
  };
  useEffect(
    () => () => {
      job.current?.cancel();
      playing.current?.stop();
    },
    [],
  );
  const gainDb = made && isMatched ? MATCHED_DBFS - made.levelDb : 0;
  useEffect(() => {
    // While nothing is there yet what sounds stays as loud as it is.
    if (made) playing.current?.turn(volumeDb + gainDb);
  }, [made, volumeDb, gainDb]);

  const render = async (known: Rendered | null, wanted: 'play' | 'save'): Promise<Rendered | undefined> => {
    if (known) return known;
    awaited.current = wanted;
    setProgress('Rendering');
    setFailed('');
    const what = { place, source, hasOthers: hasOthers || source === null, hasNoise, inTurn };
    const asked = ask(key, 'render', [what], ({ done, of }) =>
      setProgress(`Rendering, ${done} of ${of} places`),
    );
    job.current = asked;
    let found: Rendered | undefined;
    let failure = '';
    try {
      found = await asked.answer;
    } catch {
      failure = 'The engine stopped while it was rendering. Press again.';
    }
    if (job.current !== asked) return undefined;
    awaited.current = null;
    setProgress('');
    setFailed(failure);
    if (found) setMade(found);
    return found;
  };
  const start = async (known: Rendered | null) => {
    const found = await render(known, 'play');
    if (!found) return;
    const before = playing.current;
    playing.current = play(found, volumeDb + (isMatched ? MATCHED_DBFS - found.levelDb : 0));
    before?.stop();
    setIsPlaying(true);
  };
  // What was rendered is of the rig as it was; what sounds goes on until the new is there.
  useEffect(() => {
    drop();
    setMade(null);
    if (awaited.current === 'save') void save(null).then(() => playing.current && void start(null));
    else if (awaited.current === 'play' || playing.current) void start(null);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only another sound is rendered anew
  }, [hasNoise, hasOthers, inTurn, readings, key]);
  const save = async (known: Rendered | null) => {
    const found = await render(known, 'save');
    if (!found) return;
    const by = isMatched ? 10 ** ((MATCHED_DBFS - found.levelDb) / 20) : 1;
    const samples = repeatedTo(found.samples, SAVED_S * found.rateHz).map((value) => value * by);
    saveFile(
      fileName([rig.name, variant && `variant ${variant.letter}`, name].filter(Boolean).join(' '), 'wav'),
      new Blob([wavOf([samples], found.rateHz) as Uint8Array<ArrayBuffer>], { type: 'audio/wav' }),
    );
  };

  return (
    <section aria-label="Hear it" className="space-y-1.5">
      <h3 className="font-bold">Hear it</h3>
      <p className="text-[12.5px] text-faint">
        Made-up speech through the rig as it stands. It starts quiet: put headphones on after it has begun,
        and turn up from there.
      </p>
      <div className="flex flex-wrap gap-2">
        {isPlaying ? (
          <Button onClick={stop}>
            <Square size={14} aria-hidden className="mr-1 inline" />
            Stop
          </Button>
        ) : (
          <Button disabled={progress !== ''} onClick={() => void start(made)}>
            <Volume2 size={15} aria-hidden className="mr-1 inline" />
            Play
          </Button>
        )}
        <Button disabled={progress !== ''} onClick={() => void save(made)}>
          Save as WAV
        </Button>
      </div>
      <p role="status" className="text-[12.5px] text-faint">
        {progress}
        {failed && <span className="text-fault">{failed}</span>}
      </p>
      {variants.length > 0 && (
        <Choice
          label="What is heard"
          value={variant ? chosen : NOW}
          options={[
            { value: NOW, label: 'As it stands' },
            ...variants
              .filter(({ strand: other }) => other?.arrives)
              .map(({ letter }) => ({
                value: letter,
                label: letter,
              })),
          ]}
          onChange={(next) => {
            setChosen(next);
            // Of two the louder always seems the better: they are compared at one loudness.
            setIsMatched(true);
          }}
        />
      )}
      {made && <Clipped rig={variant?.document ?? rig} clipped={made.clipped} />}
      {made?.turns && <Turns turns={made.turns} />}
      <NumberField
        label="Volume here"
        value={volumeDb}
        min={-60}
        max={0}
        step={1}
        unit="dB"
        onChange={setVolumeDb}
      />
      <Toggle label="With its noise" on={hasNoise} onChange={setHasNoise} />
      {calls.length > 0 && source !== null && (
        <Toggle label="In turn: the call answers" on={inTurn} onChange={setInTurn} />
      )}
      {!inTurn && source !== null && rig.people.length + calls.length > 1 && (
        <Toggle label="The others speak too" on={hasOthers} onChange={setHasOthers} />
      )}
      <Toggle label="At one loudness, to compare" on={isMatched} onChange={setIsMatched} />
    </section>
  );
};
