import { useRef } from 'react';
import { Button } from './button';

/** A button that lets a file be chosen; the same file can be chosen again. */
export const FileButton = ({
  children,
  label,
  accept,
  className,
  onFile,
}: {
  children: string;
  /** What the file is, for those who do not see the button. */
  label: string;
  /** Endings and types, as the file chooser takes them. */
  accept: string;
  className?: string;
  onFile: (file: File) => void;
}) => {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button className={className} onClick={() => picker.current?.click()}>
        {children}
      </Button>
      <input
        ref={picker}
        type="file"
        accept={accept}
        aria-label={label}
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
};
