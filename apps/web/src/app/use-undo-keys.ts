import { useEffect } from 'react';
import { isTyping } from '../look/is-typing';
import { rigActions } from '../store/rig-slice';
import { useAppDispatch } from '../store/store';

/** Ctrl+Z takes back, Ctrl+Shift+Z or Ctrl+Y does again; Command on keyboards that have it. */
export const useUndoKeys = (): void => {
  const dispatch = useAppDispatch();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      const isUndo = key === 'z' && !event.shiftKey;
      const isRedo = (key === 'z' && event.shiftKey) || key === 'y';
      if (!isUndo && !isRedo) return;
      // Text that is being typed has an undo of its own; a number field follows the document, so there the document's undo is the right one.
      if (isTyping(event.target) && (event.target as HTMLInputElement).inputMode !== 'decimal') return;
      event.preventDefault();
      if (event.target instanceof HTMLInputElement) event.target.blur();
      dispatch(isUndo ? rigActions.undone() : rigActions.redone());
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [dispatch]);
};
