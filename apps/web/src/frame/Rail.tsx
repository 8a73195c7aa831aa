import { GraduationCap, Library, LogOut, Shapes, Table2, Users } from 'lucide-react';
import { useState } from 'react';
import { Link, NavLink, useMatch, useNavigate } from 'react-router';
import { remove } from '../api/request';
import { useTeacher } from '../api/resources';
import { chooseClass, useCurrentClass } from '../classroom/currentClass';
import { ProfileDialog } from '../conventions/ProfileDialog';
import { Wordmark } from '../ui/Wordmark';
import { forgetTeacher } from './session';

/** The stations of the work on one line, in order. */
const STATIONS = [
  { path: 'write', name: 'Write' },
  { path: 'read', name: 'Read' },
  { path: 'parts', name: 'Parts', isOfOne: true },
  { path: 'practise', name: 'Practise', isOfOne: true },
];

const ITEM = 'flex items-center gap-2.5 rounded-md px-2.5 py-2 text-[14px] max-md:px-1.5';

/** The places in the order of the work; inside an exercise its stations hang on a thin line. */
export function Rail() {
  const inside = useMatch('/exercises/:id/*');
  const [place, of = ''] = (inside?.params['*'] ?? '').split('/');
  const { data: teacher } = useTeacher();
  const { data: group, all } = useCurrentClass();
  // The instrument that was chosen in one place is the one of the next.
  const [instrument, setInstrument] = useState<string>();
  if (of !== instrument && group?.instruments.some((i) => i === of) === true) setInstrument(of);
  const navigate = useNavigate();
  const [teaching, setTeaching] = useState(false);
  const signOut = async () => {
    await remove('/api/session');
    await forgetTeacher();
    void navigate('/sign-in');
  };
  return (
    <nav
      aria-label="Places"
      className="flex shrink-0 items-center gap-4 border-line bg-white px-4 py-2 max-md:relative max-md:overflow-x-auto max-md:gap-1 max-md:px-2 max-md:border-b md:w-32 md:flex-col md:items-stretch md:gap-0 md:border-r md:px-3 md:py-4"
    >
      <NavLink to="/shelf" className="px-1.5 md:mb-5" aria-label="Cifra, to the shelf">
        <Wordmark />
      </NavLink>
      <NavLink
        to="/shelf"
        className={({ isActive }) =>
          `${ITEM} ${isActive ? 'bg-accent-soft font-semibold text-accent' : 'text-secondary hover:bg-panel hover:text-ink'}`
        }
      >
        <Library size={17} aria-hidden className="max-md:hidden" />
        Shelf
      </NavLink>
      {inside !== null && (
        <ol className="max-md:flex md:mt-1 md:ml-[18px] md:border-l md:border-line">
          {STATIONS.map(({ path, name, isOfOne }) => (
            <li key={path}>
              <Link
                to={`/exercises/${inside.params.id}/${path}${isOfOne === true && instrument !== undefined ? `/${instrument}` : ''}`}
                aria-current={place === path ? 'page' : undefined}
                className={`${ITEM} md:-ml-[7px] ${place === path ? 'font-semibold text-ink' : 'text-secondary hover:text-ink'}`}
              >
                <span
                  aria-hidden
                  className={`size-3 shrink-0 rounded-full border-2 border-white ring-1 max-md:hidden ${place === path ? 'bg-accent ring-accent' : 'bg-white ring-[#8a97ab]'}`}
                />
                {name}
              </Link>
            </li>
          ))}
        </ol>
      )}
      <NavLink
        to={inside === null ? '/drills' : `/drills?from=${inside.params.id ?? ''}`}
        className={({ isActive }) =>
          `${ITEM} md:mt-1 ${isActive ? 'bg-accent-soft font-semibold text-accent' : 'text-secondary hover:bg-panel hover:text-ink'}`
        }
      >
        <Shapes size={17} aria-hidden className="max-md:hidden" />
        Drills
      </NavLink>
      <NavLink
        to="/class"
        className={({ isActive }) =>
          `${ITEM} md:mt-1 ${isActive ? 'bg-accent-soft font-semibold text-accent' : 'text-secondary hover:bg-panel hover:text-ink'}`
        }
      >
        <Users size={17} aria-hidden className="max-md:hidden" />
        Class
      </NavLink>
      <NavLink
        to="/charts"
        className={({ isActive }) =>
          `${ITEM} md:mt-1 ${isActive ? 'bg-accent-soft font-semibold text-accent' : 'text-secondary hover:bg-panel hover:text-ink'}`
        }
      >
        <Table2 size={17} aria-hidden className="max-md:hidden" />
        Charts
      </NavLink>
      <div className="flex-1" />
      <div className="flex items-center gap-2 text-[12.5px] text-secondary md:block">
        {all.length > 1 ? (
          <label className="block px-1.5 max-md:hidden">
            <span className="sr-only">The class that it is about</span>
            <select
              value={group?.id ?? ''}
              onChange={(e) => chooseClass(e.target.value)}
              className="w-full truncate rounded border border-line bg-white py-0.5"
            >
              {all.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
          </label>
        ) : (
          <p className="px-1.5 max-md:hidden">{group?.name}</p>
        )}
        <button
          type="button"
          onClick={() => setTeaching(true)}
          className="flex items-center gap-1.5 rounded px-1.5 py-1 whitespace-nowrap hover:bg-panel hover:text-ink"
        >
          <GraduationCap size={14} aria-hidden />
          <span className="max-md:sr-only">How you teach</span>
        </button>
        <button
          type="button"
          onClick={() => void signOut()}
          className="flex items-center gap-1.5 rounded px-1.5 py-1 whitespace-nowrap hover:bg-panel hover:text-ink"
          title={teacher?.email}
        >
          <LogOut size={14} aria-hidden />
          <span className="max-md:sr-only">Sign out</span>
        </button>
      </div>
      {teacher !== undefined && <ProfileDialog teacher={teacher} open={teaching} onOpenChange={setTeaching} />}
    </nav>
  );
}
