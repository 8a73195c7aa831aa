import type { ComponentType } from 'react';
import { createBrowserRouter, Navigate, type RouteObject } from 'react-router';
import { Empty, Failure } from './ui/States';

const Lost = () => (
  <Empty title="There is no such page">
    Go back to the{' '}
    <a className="text-accent underline" href="/shelf">
      shelf
    </a>
    .
  </Empty>
);

const again = () => window.location.reload();
const NotFetched = () => (
  <Failure
    title="This place could not be fetched"
    detail="The server does not answer, or a newer Cifra has taken the place of the one that is open here."
    onRetry={again}
  />
);
const Broken = () => (
  <Failure
    title="This place cannot be shown"
    detail="Something in Cifra went wrong. What was saved is saved; try again, or open another place."
    onRetry={again}
  />
);
const Opening = () => <div role="status" aria-label="Opening" className="h-full bg-desk" />;

const PAUSE_MS = 500;

/** A module's component: fetched once more where something on the way let go of it, and if that fails, what says so. */
async function fetched(load: () => Promise<ComponentType>): Promise<ComponentType> {
  try {
    return await load();
  } catch {
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
    return load().catch((e: unknown) => {
      console.error(e);
      return NotFetched;
    });
  }
}

/** A place is a module of its own, fetched when it is first opened. */
const place = (path: string, load: () => Promise<ComponentType>): RouteObject => ({
  path,
  lazy: async () => ({ Component: await fetched(load) }),
  errorElement: <Broken />,
});

const frame = () => import('./frame/SignedIn');

const PLACES: readonly RouteObject[] = [
  place('/shelf', async () => (await import('./places/shelf/Shelf')).Shelf),
  place('/bring', async () => (await import('./places/bring/BringIn')).BringIn),
  place('/class', async () => (await import('./places/class/ClassPlace')).ClassPlace),
  place('/drills', async () => (await import('./places/drills/Drills')).Drills),
  place('/charts/:instrument?/:note?', async () => (await import('./places/charts/Charts')).Charts),
  place('/exercises/:id/write', async () => (await import('./places/write/Write')).Write),
  place('/exercises/:id/read/:instrument?', async () => (await import('./places/read/Read')).Read),
  place('/exercises/:id/parts/:instrument?', async () => (await import('./places/parts/Parts')).Parts),
  place('/exercises/:id/practise/:instrument?', async () => (await import('./places/practise/Practise')).Practise),
  place('/exercises/:id/board', async () => (await import('./places/board/Board')).Board),
];

export const router = createBrowserRouter([
  {
    HydrateFallback: Opening,
    errorElement: <Broken />,
    children: [
      place('/sign-in', async () => (await import('./places/signIn/SignIn')).SignIn),
      place('/p/:token', async () => (await import('./places/pupil/PupilPage')).PupilPage),
      {
        lazy: async () => ({ Component: await fetched(async () => (await frame()).SignedIn) }),
        children: [
          {
            path: '/',
            lazy: async () => ({
              Component: await fetched(async () => {
                const { lastPlace } = await import('./frame/session');
                return () => <Navigate to={lastPlace() === '/' ? '/shelf' : lastPlace()} replace />;
              }),
            }),
          },
          ...PLACES,
          { path: '*', element: <Lost /> },
        ],
      },
    ],
  },
]);
