import type { ClassView } from '@cifra/contract';
import { useTitle } from '../../ui/useTitle';
import { Tabs } from 'radix-ui';
import { useSearchParams } from 'react-router';
import { Loaded } from '../../ui/Loaded';
import { ChartsTab } from './ChartsTab';
import { useCurrentClass } from '../../classroom/currentClass';
import { KeptTab } from './KeptTab';
import { KitTab } from './KitTab';
import { LessonTab } from './LessonTab';
import { LinksTab } from './LinksTab';
import { NextTab } from './NextTab';
import { NotesTab } from './NotesTab';
import { PupilTable } from './PupilTable';
import { RecordTab } from './RecordTab';
import { TermTab } from './TermTab';
import { AssignmentsTab } from './AssignmentsTab';

const VIEWS = {
  pupils: 'Pupils',
  links: 'Links',
  assignments: 'What is set',
  term: 'Term',
  notes: 'Notes',
  lesson: 'After the lesson',
  record: 'Record',
  next: 'What next',
  charts: 'Charts',
  kit: 'Kit',
  kept: 'What is kept',
} as const;
type View = keyof typeof VIEWS;
const isView = (v: string | null): v is View => v !== null && v in VIEWS;

/** Who plays what, what is set, what happened, what comes next, what is lent and what is kept. */
export function ClassPlace() {
  const current = useCurrentClass();
  return (
    <Loaded of={current} what="The class" className="p-10">
      {(group) => <OpenClass group={group} all={current.all} />}
    </Loaded>
  );
}

function OpenClass({ group, all }: { readonly group: ClassView; readonly all: readonly ClassView[] }) {
  const [query, setQuery] = useSearchParams();
  const asked = query.get('see');
  const view: View = isView(asked) ? asked : 'pupils';
  useTitle(group.name);
  return (
    <>
      <header className="flex min-h-14 items-center gap-4 border-b border-line bg-white px-5 py-2 print:hidden">
        <h1 className="text-[20px]">{group.name}</h1>
      </header>
      <Tabs.Root
        value={view}
        onValueChange={(to) => setQuery(to === 'pupils' ? {} : { see: to }, { replace: true })}
        className="flex min-h-0 flex-1 flex-col"
      >
        <Tabs.List
          aria-label="About the class"
          className="flex shrink-0 gap-5 overflow-x-auto border-b border-line bg-white px-5 print:hidden"
        >
          {Object.entries(VIEWS).map(([name, words]) => (
            <Tabs.Trigger
              key={name}
              value={name}
              className="border-b-2 border-transparent px-0.5 pt-2 pb-1.5 font-medium whitespace-nowrap text-secondary data-[state=active]:border-accent data-[state=active]:text-ink"
            >
              {words}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content
          key={group.id}
          value={view}
          aria-label={VIEWS[view]}
          className="min-h-0 flex-1 overflow-y-auto px-5 py-4"
        >
          {view === 'pupils' && <PupilTable group={group} />}
          {view === 'links' && <LinksTab group={group} />}
          {view === 'assignments' && <AssignmentsTab group={group} />}
          {view === 'lesson' && <LessonTab group={group} />}
          {view === 'term' && <TermTab group={group} />}
          {view === 'notes' && <NotesTab group={group} />}
          {view === 'record' && <RecordTab group={group} />}
          {view === 'charts' && <ChartsTab group={group} />}
          {view === 'next' && <NextTab group={group} />}
          {view === 'kit' && <KitTab group={group} />}
          {view === 'kept' && <KeptTab group={group} all={all} />}
        </Tabs.Content>
      </Tabs.Root>
    </>
  );
}
