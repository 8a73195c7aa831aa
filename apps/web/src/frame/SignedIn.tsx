import { useEffect, useSyncExternalStore } from 'react';
import { Navigate, Outlet, useLocation, useMatch } from 'react-router';
import { serverAway, sessionEnd } from '../api/request';
import { useTeacher } from '../api/resources';
import { Failure } from '../ui/States';
import { fetchAhead } from './fetchAhead';
import { Rail } from './Rail';
import { forgetTeacher, isSessionOver, keepPlace } from './session';

/** The frame around every place; whoever is not signed in is led to the door. */
export function SignedIn() {
  const { data, error, mutate } = useTeacher();
  const location = useLocation();
  const away = useSyncExternalStore(serverAway.subscribe, serverAway.snapshot);
  const path = location.pathname + location.search;
  useEffect(() => {
    if (data !== undefined) keepPlace(path);
  }, [data, path]);
  const isOnWall = useMatch('/exercises/:id/board') !== null;
  const isIn = data !== undefined;
  useEffect(() => (isIn && import.meta.env.PROD ? fetchAhead() : undefined), [isIn]);
  const isOver =
    useSyncExternalStore(sessionEnd.subscribe, sessionEnd.snapshot) || error?.status === 401 || isSessionOver();
  useEffect(() => {
    if (isOver) void forgetTeacher();
  }, [isOver]);
  if (isOver) return <Navigate to="/sign-in" replace state={{ from: path }} />;
  if (error !== undefined && data === undefined)
    return <Failure title="Cifra cannot be reached" detail={error.message} onRetry={() => void mutate()} />;
  if (data === undefined) return <div role="status" aria-label="Opening" className="h-full bg-desk" />;
  return (
    <div className="flex h-full min-h-0 flex-col md:flex-row">
      {!isOnWall && <Rail />}
      <main className="flex min-h-0 min-w-0 flex-1 flex-col">
        {away && (
          <p role="status" className="bg-fresh-soft px-5 py-1.5 text-[13px] text-fresh">
            The server does not answer. You see what was fetched before; a line can be written on, and is kept here
            until the server is back.
          </p>
        )}
        <Outlet />
      </main>
    </div>
  );
}
