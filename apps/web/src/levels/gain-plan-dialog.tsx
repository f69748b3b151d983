import {
  applyEdit,
  combineEdits,
  type GainPlan,
  type Move,
  type SoundChange,
  type Standing,
  type Unmet,
} from '@diaphon/core';
import { useState } from 'react';
import { ChangesList } from '../findings/changes-list';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { count, figure } from '../look/figures';
import { SeverityMark } from '../look/severity';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';
import { useKeepVariant } from '../store/use-keep-variant';

const summary = ({ moves, sounds, unmet, proof }: GainPlan): string => {
  const best = proof.isProven
    ? 'Proven: no other setting does better.'
    : 'The best found in the time there was; not proven to be the best there is.';
  if (unmet.length > 0)
    return moves.length > 0
      ? `Not everything can be had. ${count(moves.length, 'control')} to turn bring it as near as it gets. ${best}`
      : `Not everything can be had, and every control stands as near as it gets. ${best}`;
  if (sounds.length === 0)
    return 'No voice reaches a track, a call or a stream by a control yet, so there is nothing to set. The findings in Wiring say why.';
  if (moves.length === 0) return `Every control stands where it belongs. ${best}`;
  return `${count(moves.length, 'control')} to turn, and every voice is where its listeners want it. ${best}`;
};

const MoveRow = ({ move }: { move: Move }) => (
  <li className="border-t border-hair py-1.5">
    <div className="flex flex-wrap items-baseline gap-x-3">
      <span className="font-bold">
        {move.label}, {move.deviceName}
      </span>
      <span className="tabular-nums">
        {move.from} → <b>{move.to}</b>
      </span>
    </div>
    <p className="text-[12.5px] text-faint">{move.words}</p>
  </li>
);

const standingWords = ({ verdict, unit }: Standing): string => {
  const level = unit === 'dBFS' ? figure(verdict.level) : `${figure(verdict.level)} ${unit}`;
  switch (verdict.kind) {
    case 'on-target':
      return `${level}, right`;
    case 'not-arriving':
      return 'not there';
    default:
      return `${level}, ${figure(verdict.byDb)} too ${verdict.kind === 'too-loud' ? 'loud' : 'quiet'}`;
  }
};

const pair = (before: number | null, after: number | null): string => {
  const [was, is] = [before, after].map((value) => (value === null ? '–' : figure(value)));
  return was === is ? is! : `${was} → ${is}`;
};

const SoundRow = ({ sound: { sourceName, sinkLabel, before, after } }: { sound: SoundChange }) => (
  <tr className="border-t border-hair align-top">
    <th scope="row" className="py-1 pr-2 text-left font-normal">
      <b>{sourceName}</b> <span className="text-faint">to {sinkLabel}</span>
    </th>
    <td className="py-1 pr-2">{standingWords(before)}</td>
    <td className="py-1 pr-2 font-bold">
      <span className="flex items-start gap-1">
        {after.verdict.kind !== 'on-target' && <SeverityMark severity="caution" size={13} />}
        {standingWords(after)}
      </span>
    </td>
    <td className="py-1 pr-2 whitespace-nowrap">{pair(before.roomDb, after.roomDb)}</td>
    <td className="py-1 whitespace-nowrap">{pair(before.overNoiseDb, after.overNoiseDb)}</td>
  </tr>
);

/** What would help, tried when it is asked for. */
const Helps = ({ plan, unmet, onDone }: { plan: GainPlan; unmet: Unmet; onDone: () => void }) => {
  const edit = useEdit();
  const { answer, failure, progress } = useAsked('helps', [
    plan.edit,
    unmet.clash.map(({ strand }) => strand),
    unmet.missingDb,
  ]);
  if (failure) return <p className="text-fault">Nothing could be tried: {failure}</p>;
  if (!answer)
    return (
      <p className="text-faint">
        Trying what would help{progress ? `: ${progress.done + 1} of ${progress.of}` : ''} …
      </p>
    );
  if (answer.length === 0)
    return <p>Nothing that was tried helps: closer, louder, a booster, another microphone.</p>;
  return (
    <ul>
      {answer.map((help) => (
        <li
          key={help.words}
          className="flex flex-wrap items-center justify-between gap-2 border-t border-hair py-1.5"
        >
          <span>
            {help.words}: {figure(help.byDb)} dB, {help.isEnough ? 'which is enough' : 'not enough by itself'}
          </span>
          <Button
            onClick={() => {
              const both = plan.edit ? combineEdits(help.words, plan.edit, help.edit) : help.edit;
              edit(() => both, { announce: true });
              onDone();
            }}
          >
            Do this
          </Button>
        </li>
      ))}
    </ul>
  );
};

const UnmetBox = ({ plan, unmet, onDone }: { plan: GainPlan; unmet: Unmet; onDone: () => void }) => {
  const [isAsked, setIsAsked] = useState(false);
  return (
    <section aria-label="What cannot be had" className="border-l-4 border-caution bg-sheet px-3 py-2">
      <h3 className="flex items-center gap-1.5 font-bold">
        <SeverityMark severity="caution" size={14} />
        {unmet.clash.length > 1 ? 'These cannot be had together' : 'This cannot be had'},{' '}
        {figure(unmet.missingDb)} dB are missing
      </h3>
      <ul className="list-disc pl-5">
        {unmet.clash.map(({ strand, words }) => (
          <li key={strand}>{words}</li>
        ))}
      </ul>
      <p className="mt-1">{unmet.why}</p>
      <div className="mt-2">
        {isAsked ? (
          <Helps plan={plan} unmet={unmet} onDone={onDone} />
        ) : (
          <Button onClick={() => setIsAsked(true)}>What would help?</Button>
        )}
      </div>
    </section>
  );
};

const Findings = ({ plan }: { plan: GainPlan }) => {
  const { answer } = useAsked('preview', [plan.edit!]);
  return answer ? <ChangesList preview={answer} label="What setting all of it changes" /> : null;
};

/** Where every gain, pad and fader belongs, what that comes to, and one button that sets all of it. */
export const GainPlanDialog = ({ onClose }: { onClose: () => void }) => {
  const edit = useEdit();
  const keepVariant = useKeepVariant();
  const { answer: plan, failure, progress } = useAsked('gains', []);
  return (
    <Dialog
      wide
      title="Set every gain"
      description="All gains, pads, trims and faders solved at once, for everyone who listens. Nothing is turned until you say so."
      onClose={onClose}
    >
      {failure && <p className="text-fault">The gains could not be solved: {failure}</p>}
      {!plan && !failure && (
        <p className="text-faint" role="status">
          Solving{progress ? `: part ${Math.min(progress.done + 1, progress.of)} of ${progress.of}` : ''} …
        </p>
      )}
      {plan && (
        <div className="space-y-4">
          <p role="status" className="text-[15px]">
            {summary(plan)}
          </p>
          {plan.unmet.map((unmet) => (
            <UnmetBox
              key={unmet.clash.map(({ strand }) => strand).join()}
              plan={plan}
              unmet={unmet}
              onDone={onClose}
            />
          ))}
          {plan.left.length > 0 && (
            <section aria-label="What is left as it is">
              <h3 className="font-bold">Left as it is: not a matter of these gains alone</h3>
              <ul className="list-disc pl-5">
                {plan.left.map((title) => (
                  <li key={title}>{title}</li>
                ))}
              </ul>
            </section>
          )}
          {plan.moves.length > 0 && (
            <section aria-label="What to turn">
              <h3 className="font-bold">Turn, in this order</h3>
              <ol>
                {plan.moves.map((move) => (
                  <MoveRow key={`${move.device} ${move.control}`} move={move} />
                ))}
              </ol>
              <Findings plan={plan} />
              <div className="mt-2 flex gap-2">
                <Button
                  kind="main"
                  onClick={() => {
                    edit(() => plan.edit!, { announce: true });
                    onClose();
                  }}
                >
                  Set all of it
                </Button>
                <Button
                  onClick={() => {
                    keepVariant('Every gain set', (now) => applyEdit(now, plan.edit!).rig);
                    onClose();
                  }}
                >
                  Keep as a variant
                </Button>
                <Button onClick={onClose}>Leave it as it is</Button>
              </div>
            </section>
          )}
          {plan.sounds.length > 0 && (
            <section aria-label="What it comes to">
              <h3 className="font-bold">What it comes to</h3>
              <div className="overflow-x-auto">
                <table className="w-full min-w-[520px] border-collapse text-[13.5px] tabular-nums">
                  <thead>
                    <tr className="text-left text-faint">
                      {['Sound', 'Now, dBFS unless said', 'Then', 'Least room, dB', 'Over noise, dB'].map(
                        (heading) => (
                          <th key={heading} scope="col" className="py-1 pr-2 font-normal">
                            {heading}
                          </th>
                        ),
                      )}
                    </tr>
                  </thead>
                  <tbody>
                    {plan.sounds.map((sound) => (
                      <SoundRow key={sound.strand} sound={sound} />
                    ))}
                  </tbody>
                </table>
              </div>
            </section>
          )}
        </div>
      )}
    </Dialog>
  );
};
