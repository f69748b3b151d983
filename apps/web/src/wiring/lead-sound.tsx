import type { ResponseReading } from '@diaphon/core';
import { lazy, Suspense } from 'react';
import { useAsked } from '../store/use-asked';
import { quantity } from '../look/figures';
import { humWords } from './hum-words';

const ResponsePlot = lazy(() => import('./response-plot'));

/** More than this at 20 kHz is worth a picture, dB; less is a straight line. */
const WORTH_DRAWING_DB = -0.2;

const Figure = ({ label, value, from }: { label: string; value: string; from: string }) => (
  <div className="flex items-baseline justify-between gap-2" title={from}>
    <dt className="text-faint">{label}</dt>
    <dd className="tabular font-bold">{value}</dd>
  </div>
);

const Way = ({ reading }: { reading: ResponseReading }) => (
  <li>
    <p className="leading-tight">
      {reading.from} into {reading.to}
    </p>
    <dl className="text-[13px]">
      <Figure
        label="Lost to load and lead, 1 kHz"
        value={quantity(reading.at1kDb, 'dB')}
        from="solved circuit, volts at the input per volt of the open output"
      />
      <Figure
        label="More at 10 / 20 kHz"
        value={`${quantity(reading.at10kDb, 'dB')} / ${quantity(reading.at20kDb, 'dB')}`}
        from="solved circuit with the capacitance of the leads, against 1 kHz"
      />
      {reading.hum && (
        <Figure
          label="Hum picked up"
          value={humWords(reading.hum.underSoundDb)}
          from="solved circuit with the current the room presses into each metre (an assumption), against the nominal level"
        />
      )}
    </dl>
    {reading.at20kDb < WORTH_DRAWING_DB && (
      <Suspense fallback={<div className="h-[112px]" />}>
        <ResponsePlot reading={reading} width={330} />
      </Suspense>
    )}
  </li>
);

/** What a lead does to every sound that goes through it: level, top of the band, hum. */
export const LeadSound = ({ lead }: { lead: string }) => {
  const { answer, failure } = useAsked('leadResponse', [lead]);
  if (failure) return <p className="px-3 text-fault">The response could not be worked out: {failure}</p>;
  if (!answer || answer.length === 0) return null;
  return (
    <section aria-label="What it does to the sound" className="pb-1">
      <h3 className="font-bold">What it does to the sound</h3>
      <ul className="space-y-2">
        {answer.map((reading) => (
          <Way key={`${reading.from} ${reading.to}`} reading={reading} />
        ))}
      </ul>
    </section>
  );
};
