import type { TestCall } from '@diaphon/core';
import { useParams } from 'react-router';
import { figure } from '../look/figures';
import { SeverityMark } from '../look/severity';
import { Waiting } from '../page/waiting';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { PrintPage } from './print-page';

/** A box to tick with a pen. */
const Box = () => <span aria-hidden className="mt-[3px] inline-block size-3.5 shrink-0 border border-ink" />;

const Step = ({ step, number }: { step: TestCall['steps'][number]; number: number }) => (
  <li className="break-inside-avoid border-t-2 border-ink py-3">
    <h3 className="text-[16px] font-bold">
      {number}. {step.say}
    </h3>
    <div className="mt-1 grid grid-cols-[repeat(auto-fit,minmax(260px,1fr))] gap-x-6 gap-y-2">
      <section>
        <h4 className="small-caps">These meters move</h4>
        {step.moves.length === 0 && <p>None.</p>}
        <ul>
          {step.moves.map(({ meter, device, level, unit }) => (
            <li key={`${device} ${meter}`} className="flex gap-2">
              <Box />
              <span>
                <b>{meter}</b> <span className="text-faint">{device}</span>, about {figure(level, 0)} {unit}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section>
        <h4 className="small-caps">These stay still</h4>
        <p className="text-faint">{step.still.join(' · ') || 'None: every meter moves.'}</p>
      </section>
      <section>
        <h4 className="small-caps">Ask and listen</h4>
        <ul>
          {step.questions.map(({ question, answer, isWrong }) => (
            <li key={question} className="flex gap-2">
              <Box />
              <span>
                {question} <b>{answer === 'yes' ? 'Yes.' : 'No.'}</b>
                {isWrong && (
                  <span className="flex items-center gap-1 text-fault">
                    <SeverityMark severity="fault" size={13} /> As it stands it will be the other.
                  </span>
                )}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  </li>
);

/** The test call before the show: one sound alone at a time, which meters move, which stay still, what to ask. */
export const CallScriptView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const { answer, failure } = useAsked('testCall', []);
  if (failure) return <p className="p-5 text-fault">The script could not be worked out: {failure}</p>;
  if (!answer) return <Waiting words="Writing the script" />;
  return (
    <PrintPage
      title={`${rig.name}: test call`}
      back={{ to: `/rigs/${id}/feeds`, words: 'Back to the feeds' }}
    >
      {answer.before.map((words) => (
        <p key={words}>{words}</p>
      ))}
      {answer.steps.length === 0 && <p className="mt-3">Nothing sounds in this rig yet.</p>}
      <ol className="mt-3 max-w-[1100px]">
        {answer.steps.map((step, index) => (
          <Step key={`${index} ${step.name}`} step={step} number={index + 1} />
        ))}
      </ol>
    </PrintPage>
  );
};
