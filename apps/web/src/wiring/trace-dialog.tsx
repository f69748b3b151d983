import { plugName, lookup, type PortRef, type Rig, type TraceWay } from '@diaphon/core';
import { Waiting } from '../page/waiting';
import { useAsked } from '../store/use-asked';
import { Dialog } from '../look/dialog';
import { quantity } from '../look/figures';

const Way = ({ way, arrow }: { way: TraceWay; arrow: string }) => {
  const end = way.steps[way.steps.length - 1]!;
  return (
    <li className="card p-2">
      <p className="flex flex-wrap justify-between gap-2">
        <b>
          {arrow} {way.end}
        </b>
        <span>
          {quantity(end.gainDb, 'dB')}, {quantity(end.delayMs, 'ms')} late
        </span>
      </p>
      <ol className="mt-1 flex flex-wrap gap-x-1 text-[13px] text-faint">
        {way.steps.map((step, index) => (
          <li key={step.node}>
            {index > 0 && '→ '}
            {step.deviceName ? `${step.deviceName}: ${step.label}` : step.label} (
            {quantity(step.gainDb, 'dB')})
          </li>
        ))}
      </ol>
    </li>
  );
};

/** Where the sound at a socket comes from, where it goes, and what is lost or gained on the way. */
export const TraceDialog = ({ rig, socket, onClose }: { rig: Rig; socket: PortRef; onClose: () => void }) => {
  const { answer: trace, failure } = useAsked('trace', [socket]);
  return (
    <Dialog
      title={`Trace: ${plugName(lookup(rig), socket)}`}
      description="Gain so far on each way, changes of unit aside."
      onClose={onClose}
      wide
    >
      {failure && <p className="text-fault">The engine could not trace: {failure}</p>}
      {!trace && !failure && <Waiting words="Following the sound" />}
      {trace && (
        <div className="space-y-3">
          <section aria-label="Comes from">
            <h3 className="font-bold">Comes from</h3>
            {trace.comesFrom.length === 0 && <p className="text-faint">No sound arrives here.</p>}
            <ul className="space-y-1.5">
              {trace.comesFrom.map((way) => (
                <Way key={way.end + way.steps.length} way={way} arrow="←" />
              ))}
            </ul>
          </section>
          <section aria-label="Goes to">
            <h3 className="font-bold">Goes to</h3>
            {trace.goesTo.length === 0 && <p className="text-faint">Nothing listens behind this socket.</p>}
            <ul className="space-y-1.5">
              {trace.goesTo.map((way) => (
                <Way key={way.end + way.steps.length} way={way} arrow="→" />
              ))}
            </ul>
          </section>
        </div>
      )}
    </Dialog>
  );
};
