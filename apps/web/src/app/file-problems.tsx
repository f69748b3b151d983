import type { Problem } from '@diaphon/core';
import { Dialog } from '../look/dialog';

/** What is wrong with a file that was opened, place by place. */
export const FileProblems = ({
  file,
  problems,
  onClose,
}: {
  file: string;
  problems: Problem[];
  onClose: () => void;
}) => (
  <Dialog title={`${file} cannot be opened`} description="Nothing was changed." onClose={onClose}>
    <ul className="space-y-2">
      {problems.map((problem) => (
        <li key={problem.where + problem.found}>
          <b>{problem.where}</b>: found {problem.found}; expected {problem.expected}.
          <span className="block text-faint">To mend: {problem.cure}.</span>
        </li>
      ))}
    </ul>
  </Dialog>
);
