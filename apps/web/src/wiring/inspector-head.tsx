import { X } from 'lucide-react';
import type { ReactNode } from 'react';

/** Name of the selected thing, what it is, and the way out. */
export const InspectorHead = ({
  title,
  about,
  onClose,
}: {
  title: ReactNode;
  about: string;
  onClose: () => void;
}) => (
  <header className="flex items-start gap-2 px-3 pt-2">
    <div className="min-w-0 flex-1">
      {title}
      <p className="text-[12.5px] text-faint">{about}</p>
    </div>
    <button
      aria-label="Close the selection"
      className="border border-transparent p-1 hover:border-line"
      onClick={onClose}
    >
      <X size={16} aria-hidden />
    </button>
  </header>
);
