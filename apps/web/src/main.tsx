import 'reflect-metadata';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { SWRConfig } from 'swr';
import './app.css';
import { Board } from './places/board/Board';
import { BringIn } from './places/bring/BringIn';
import { Charts } from './places/charts/Charts';
import { ClassPlace } from './places/class/ClassPlace';
import { Drills } from './places/drills/Drills';
import { Parts } from './places/parts/Parts';
import { Practise } from './places/practise/Practise';
import { PupilPage } from './places/pupil/PupilPage';
import { NewVersion } from './frame/NewVersion';
import { lastPlace, SignedIn } from './frame/SignedIn';
import { Read } from './places/read/Read';
import { Shelf } from './places/shelf/Shelf';
import { SignIn } from './places/signIn/SignIn';
import { Notices } from './ui/Notices';
import { Empty } from './ui/States';
import { Write } from './places/write/Write';

// Dialogs lock the scroll with a style of their own; the policy lets it in by this page's nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content;
if (nonce !== undefined) setNonce(nonce);

const Lost = () => (
  <Empty title="There is no such page">
    Go back to the{' '}
    <a className="text-accent underline" href="/shelf">
      shelf
    </a>
    .
  </Empty>
);
const Home = () => <Navigate to={lastPlace() === '/' ? '/shelf' : lastPlace()} replace />;

const router = createBrowserRouter([
  { path: '/sign-in', element: <SignIn /> },
  { path: '/p/:token', element: <PupilPage /> },
  {
    element: <SignedIn />,
    children: [
      { path: '/', element: <Home /> },
      { path: '/shelf', element: <Shelf /> },
      { path: '/bring', element: <BringIn /> },
      { path: '/class', element: <ClassPlace /> },
      { path: '/drills', element: <Drills /> },
      { path: '/charts/:instrument?/:note?', element: <Charts /> },
      { path: '/exercises/:id/write', element: <Write /> },
      { path: '/exercises/:id/read/:instrument?', element: <Read /> },
      { path: '/exercises/:id/parts/:instrument?', element: <Parts /> },
      { path: '/exercises/:id/practise/:instrument?', element: <Practise /> },
      { path: '/exercises/:id/board', element: <Board /> },
      { path: '*', element: <Lost /> },
    ],
  },
]);

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
