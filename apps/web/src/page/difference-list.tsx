import type { RigDifference } from '@diaphon/core';

/** What tells two rigs apart, under its headings. */
export const DifferenceList = ({ differences }: { differences: readonly RigDifference[] }) =>
  differences.map(({ heading, rows }) => (
    <section key={heading} aria-label={heading} className="border-t border-hair py-2">
      <h3 className="font-bold">
        {heading} <span className="font-normal text-faint">· {rows.length}</span>
      </h3>
      <ul className="list-disc pl-5">
        {rows.map((row, index) => (
          <li key={index} className="break-words">
            {row}
          </li>
        ))}
      </ul>
    </section>
  ));
