import type { Topic } from '@diaphon/core';
import { FiguresList } from '../findings/figures-list';

/** One question of buying: the answer first, then why, then what each school says, then the figures. */
export const TopicCard = ({ topic }: { topic: Topic }) => (
  <article className="card px-4 py-3" aria-label={topic.question}>
    <p className="small-caps">{topic.question}</p>
    <h2 className="text-[16px] leading-tight font-bold">{topic.recommendation}</h2>
    <ul className="mt-1.5 list-disc space-y-0.5 pl-5">
      {topic.reasons.map((reason) => (
        <li key={reason}>{reason}</li>
      ))}
    </ul>
    <ul className="mt-2 grid grid-cols-2 gap-2 max-[900px]:grid-cols-1" aria-label="What each school says">
      {topic.schools.map(({ name, says, holds }) => (
        <li
          key={name}
          className={`border px-2.5 py-1.5 ${holds ? 'border-ink bg-shoal' : 'border-hair text-faint'}`}
        >
          <b>{name}</b>: {says}{' '}
          <span className="font-bold whitespace-nowrap">{holds ? 'True for you.' : 'Not for you.'}</span>
        </li>
      ))}
    </ul>
    {topic.figures.length > 0 && (
      <details className="mt-2">
        <summary className="cursor-pointer text-[13px] text-faint">The figures this rests on</summary>
        <FiguresList figures={topic.figures} />
      </details>
    )}
  </article>
);
