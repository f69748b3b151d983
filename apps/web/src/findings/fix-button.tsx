import { applyEdit, type OfferedFix } from '@diaphon/core';
import { Layers } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';
import { useKeepVariant } from '../store/use-keep-variant';
import { ChangesList } from './changes-list';

/** One way to mend a finding. Pointed at or focused it says what would go and what would appear. */
export const FixButton = ({ fix, isFirst }: { fix: OfferedFix; isFirst: boolean }) => {
  const edit = useEdit();
  const keepVariant = useKeepVariant();
  const [isShown, setIsShown] = useState(false);
  const show = () => setIsShown(true);
  return (
    <div className="w-full" onPointerEnter={show} onFocus={show}>
      <div className="flex items-start gap-1">
        <Button kind={isFirst ? 'main' : 'plain'} onClick={() => edit(() => fix.edit, { announce: true })}>
          {fix.label}
        </Button>
        <Button
          kind="quiet"
          aria-label={`Keep as a variant: ${fix.label}`}
          title="Keep as a variant, to compare in Levels"
          onClick={() => keepVariant(fix.label, (now) => applyEdit(now, fix.edit).rig)}
        >
          <Layers size={16} aria-hidden />
        </Button>
      </div>
      {isShown && <ChangesList preview={fix.preview} label={`What “${fix.label}” would change`} />}
    </div>
  );
};
