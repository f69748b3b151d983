import type { Problem } from '@diaphon/core';
import { Dialog } from '../look/dialog';

/** What is wrong with a file, place by place, each with its cure. */
export const ProblemList = ({ problems }: { problems: Problem[] }) => (
  <ul className="space-y-2">
    {problems.map((problem) => (
      <li key={problem.where + problem.found}>
        <b>{problem.where}</b>: found {problem.found}; expected {problem.expected}.
        <span className="block text-faint">To mend: {problem.cure}.</span>
      </li>
    ))}
  </ul>
);

/** The same as a sheet over the page. */
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
    <ProblemList problems={problems} />
  </Dialog>
);
