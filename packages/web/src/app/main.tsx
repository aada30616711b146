import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/jetbrains-mono';
import '@mantine/core/styles.css';
import './tokens.css';
import { MantineProvider } from '@mantine/core';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { sessionApi } from '../session/sessionApi';
import { router } from './router';
import { store } from './store';
import { theme } from './theme';
import { whenQuiet } from './whenQuiet';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no place for the interface');

// Asked while the view is still on its way: every page waits for it.
void store.dispatch(sessionApi.endpoints.session.initiate());

createRoot(root).render(
  <StrictMode>
    <Provider store={store}>
      <MantineProvider theme={theme} defaultColorScheme="auto">
        <RouterProvider router={router} />
      </MantineProvider>
    </Provider>
  </StrictMode>,
);

// The view comes before it.
const sendAfterMs = 1000;

// What waited when the page was closed is sent once it is open again, whatever view is shown.
whenQuiet(
  () => import('./sendOutbox'),
  ({ sendOutbox }) => {
    const send = () => void store.dispatch(sendOutbox());
    window.addEventListener('online', send);
    send();
  },
  sendAfterMs,
);

// Installed on the device, the interface opens without a network; only a page that came by a safe way may do so. It is brought
// there once the first view stands: nobody waits for it.
if ('serviceWorker' in navigator)
  whenQuiet(
    () => import('virtual:pwa-register'),
    ({ registerSW }) => registerSW(),
  );
