import 'reflect-metadata';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { SWRConfig } from 'swr';
import './app.css';
import { NewVersion } from './frame/NewVersion';
import { router } from './routes';
import { Notices } from './ui/Notices';

// Dialogs lock the scroll with a style of their own; the policy lets it in by this page's nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
if (nonce !== undefined) setNonce(nonce);

const root = document.getElementById('root');
if (root === null) throw new Error('index.html has no root');
createRoot(root).render(
  <StrictMode>
    <SWRConfig value={{ errorRetryInterval: 3000, dedupingInterval: 1000 }}>
      <Notices>
        <NewVersion />
        <RouterProvider router={router} />
      </Notices>
    </SWRConfig>
  </StrictMode>,
);
