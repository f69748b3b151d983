import { useEffect } from 'react';
import { isTyping } from '../look/is-typing';

/** Ctrl+K opens what finds everything, ? the page of keys. */
export const usePageKeys = (onFind: () => void, onKeys: () => void): void => {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && !event.shiftKey && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        onFind();
      } else if (event.key === '?' && !isTyping(event.target) && !document.querySelector('[role=dialog]')) {
        event.preventDefault();
        onKeys();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [onFind, onKeys]);
};
