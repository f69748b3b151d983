import '@fontsource/b612/latin-400.css';
import '@fontsource/b612/latin-700.css';
import './look/look.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { setNonce } from 'get-nonce';
import { Router } from './app/router';
import { store } from './store/store';

/** The page has the network to itself for so long, ms. */
const OFFLINE_AFTER_MS = 1500;

// The few styles that dialogs add while they are open carry the page's nonce; nothing else may.
setNonce(document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? '');

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <Router />
    </Provider>
  </StrictMode>,
);

// Nothing waits for it, and it waits until the page stands.
if (import.meta.env.PROD)
  window.addEventListener('load', () =>
    setTimeout(
      () => void import('./offline/keep-offline').then(({ keepOffline }) => keepOffline()),
      OFFLINE_AFTER_MS,
    ),
  );
