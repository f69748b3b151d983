import type { OfferedFix } from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';
import { ChangesList } from './changes-list';

/** One way to mend a finding. Pointed at or focused it says what would go and what would appear. */
export const FixButton = ({ fix, isFirst }: { fix: OfferedFix; isFirst: boolean }) => {
  const edit = useEdit();
  const [isShown, setIsShown] = useState(false);
  const show = () => setIsShown(true);
  return (
    <div className="w-full" onPointerEnter={show} onFocus={show}>
      <Button kind={isFirst ? 'main' : 'plain'} onClick={() => edit(() => fix.edit, { announce: true })}>
        {fix.label}
      </Button>
      {isShown && <ChangesList preview={fix.preview} label={`What “${fix.label}” would change`} />}
    </div>
  );
};
