import { removeDevice, removeLead, type Rig } from '@diaphon/core';
import { useEffect } from 'react';
import { isTyping } from '../look/is-typing';
import type { Selection } from '../store/use-selection';
import { useEdit } from '../store/use-edit';

/** Delete and Backspace take away what is selected; one step back brings it again. */
export const useDeleteKey = (
  rig: Rig,
  { device, lead }: Selection,
  select: (selection: Selection) => void,
): void => {
  const edit = useEdit();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.key !== 'Delete' && event.key !== 'Backspace') || event.ctrlKey || event.metaKey) return;
      // A sheet over the page has keys of its own.
      const isChoosing = event.target instanceof HTMLSelectElement;
      if (isTyping(event.target) || isChoosing || document.querySelector('[role=dialog]')) return;
      const isDevice = rig.devices.some(({ id }) => id === device);
      const isLead = rig.leads.some(({ id }) => id === lead);
      if (!isDevice && !isLead) return;
      event.preventDefault();
      edit((now) => (isLead ? removeLead(now, lead!) : removeDevice(now, device!)), { announce: true });
      select({});
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [rig, device, lead, select, edit]);
};
