import type { Fix, Preview } from '@diaphon/core';
import { useRef, useState } from 'react';
import { engine } from '../engine/engine';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';
import { ChangesList } from './changes-list';

/** One way to mend a finding. Pointed at or focused it says what would go and what would appear. */
export const FixButton = ({ fix, isFirst }: { fix: Fix; isFirst: boolean }) => {
  const edit = useEdit();
  const [preview, setPreview] = useState<Preview | null>(null);
  const asked = useRef<Fix | null>(null);

  const look = () => {
    if (asked.current === fix) return;
    asked.current = fix;
    // A preview that cannot be made is no reason to withhold the fix.
    engine()
      .preview(fix.edit)
      .then(setPreview, () => setPreview(null));
  };
  return (
    <div className="w-full" onPointerEnter={look} onFocus={look}>
      <Button
        kind={isFirst ? 'main' : 'plain'}
        onClick={() => edit(() => ({ ...fix.edit, label: fix.label }), { announce: true })}
      >
        {fix.label}
      </Button>
      {preview && asked.current === fix && (
        <ChangesList preview={preview} label={`What “${fix.label}” would change`} />
      )}
    </div>
  );
};
