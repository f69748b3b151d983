import { X } from 'lucide-react';
import { Dialog as RadixDialog } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { giveFocusBack } from './give-focus-back';

interface DialogProps {
  title: string;
  description?: string;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}

/** A sheet over the page; Escape or the cross closes it, and the focus goes back to where it came from. */
export const Dialog = ({ title, description, onClose, children, wide }: DialogProps) => {
  const [opener] = useState(() => document.activeElement);
  return (
    <RadixDialog.Root open onOpenChange={(open) => !open && onClose()}>
      <RadixDialog.Portal>
        <RadixDialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <RadixDialog.Content
          className={`fixed top-[8vh] left-1/2 z-50 flex max-h-[84vh] w-[calc(100vw-24px)] -translate-x-1/2 flex-col border border-ink bg-paper ${wide ? 'max-w-[860px]' : 'max-w-[560px]'}`}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            giveFocusBack(opener);
          }}
          {...(description ? {} : { 'aria-describedby': undefined })}
        >
          <header className="flex items-start justify-between gap-4 border-b border-hair px-4 py-3">
            <div>
              <RadixDialog.Title className="text-[17px] font-bold">{title}</RadixDialog.Title>
              {description && (
                <RadixDialog.Description className="text-faint">{description}</RadixDialog.Description>
              )}
            </div>
            <RadixDialog.Close aria-label="Close" className="border border-transparent p-1 hover:border-line">
              <X size={18} aria-hidden />
            </RadixDialog.Close>
          </header>
          <div
            tabIndex={0}
            role="group"
            aria-label={title}
            className="min-h-0 flex-1 overflow-y-auto px-4 py-3"
          >
            {children}
          </div>
        </RadixDialog.Content>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  );
};
