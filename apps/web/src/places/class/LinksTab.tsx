import { instrumentWord } from '@cifra/contract/words';
import type { ClassView, LinkView, ListedExerciseView, PupilView } from '@cifra/contract';
import { instrumentOf } from '@cifra/core';
import { Copy, Link2, Printer, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { closeClassLink, makeClassLinks, useClassLinks } from '../../api/classResources';
import { usePupils } from '../../api/pupils';
import { useShelf } from '../../api/resources';
import { Button } from '../../ui/Button';
import { addressOf, LinkCode } from '../../ui/LinkCode';
import { LinkDays, type LinkDaysChoice } from '../../ui/LinkDays';
import { useNotice } from '../../ui/Notices';
import { allOf } from '../../ui/allOf';
import { Loaded } from '../../ui/Loaded';
import { Empty } from '../../ui/States';
import { useAttempt } from '../../ui/useAttempt';
import { dayWords } from '../../words/pageWords';
import { list } from '../../words/spoken';

/** Every pupil's link: made for all at once, copied, printed as codes, closed. */
export function LinksTab({ group }: { readonly group: ClassView }) {
  const loading = allOf({ links: useClassLinks(group.id), pupils: usePupils(group.id), shelf: useShelf() });
  return (
    <Loaded of={loading} what="The links">
      {({ links, pupils, shelf }) => <Links group={group} links={links} pupils={pupils} shelf={shelf} />}
    </Loaded>
  );
}

interface LinksProps {
  readonly group: ClassView;
  readonly links: readonly LinkView[];
  readonly pupils: readonly PupilView[];
  readonly shelf: readonly ListedExerciseView[];
}

function Links({ group, links: open, pupils, shelf }: LinksProps) {
  const [days, setDays] = useState<LinkDaysChoice>(90);
  const notice = useNotice();
  const attempt = useAttempt();
  if (pupils.length === 0 && open.length === 0)
    return (
      <Empty title="No pupils yet">
        <p>Write down who is in the class under Pupils; then each of them can have a link of their own.</p>
      </Empty>
    );
  const titleOf = (l: LinkView): string => shelf.find((e) => e.id === l.exerciseId)?.title ?? 'a line that is gone';
  const ownOf = (p: PupilView): LinkView[] => open.filter((l) => l.pupilId === p.id);
  const without = pupils.filter((p) => ownOf(p).length === 0);
  const ofClass = open.filter((l) => l.pupilId === undefined);
  const make = () =>
    attempt(async () => {
      const now = await makeClassLinks(group.id, days);
      const still = pupils.filter((p) => !now.some((l) => l.pupilId === p.id));
      const made = without.length - still.length;
      notice(
        `${made === 0 ? 'No link was made' : made === 1 ? 'One link is made' : `${made} links are made`}.${still.length === 0 ? '' : ` Nothing is set for ${still.length > 4 ? `${still.length} pupils` : list(still.map((p) => p.name))}: set a line first.`}`,
      );
    });
  const copy = (l: LinkView) =>
    attempt(async () => {
      await navigator.clipboard.writeText(addressOf(l));
      notice('The link is copied.');
    });
  const row = (l: LinkView, who: string) => (
    <li key={l.id} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
      <span className="min-w-0 flex-1 max-sm:basis-full">
        begins with {titleOf(l)}; open until {dayWords(l.expiresAt.slice(0, 10))}
      </span>
      <Button
        className="h-8 px-2.5"
        icon={<Copy size={14} aria-hidden />}
        aria-label={`Copy the link of ${who}`}
        onClick={() => void copy(l)}
      >
        Copy
      </Button>
      <Button
        className="h-8 px-2.5"
        icon={<Trash2 size={14} aria-hidden />}
        aria-label={`Close the link of ${who}`}
        onClick={() => void attempt(() => closeClassLink(group.id, l))}
      >
        Close
      </Button>
    </li>
  );
  return (
    <div className="mx-auto max-w-4xl space-y-6">
      <div className="flex flex-wrap items-end gap-3 print:hidden">
        <LinkDays value={days} onChange={setDays} className="w-36" />
        <Button
          kind="primary"
          className="h-10"
          icon={<Link2 size={15} aria-hidden />}
          disabled={without.length === 0}
          onClick={() => void make()}
        >
          {without.length === 0
            ? 'Everybody has a link'
            : without.length === pupils.length
              ? 'Make a link for everybody'
              : `Make a link for ${without.length === 1 ? (without[0]?.name ?? '') : `the ${without.length} without one`}`}
        </Button>
        <Button
          className="h-10"
          icon={<Printer size={15} aria-hidden />}
          disabled={without.length === pupils.length}
          onClick={() => window.print()}
        >
          Print the codes
        </Button>
      </div>
      <p className="text-secondary print:hidden">
        A pupil’s link opens every line that is set for them, without signing in, until its last day or until you close
        it. Whoever has it sees nothing else of the class.
      </p>
      <section aria-label="Pupils’ links" className="print:hidden">
        <ul className="divide-y divide-line border-y border-line">
          {pupils.map((p) => (
            <li key={p.id} className="grid grid-cols-[14rem_1fr] items-center gap-x-3 py-1.5 max-sm:grid-cols-1">
              <p>
                <strong className="font-semibold">{p.name}</strong>, {instrumentWord(instrumentOf(p.instrument))}
              </p>
              {ownOf(p).length === 0 ? (
                <p className="py-1.5 text-secondary">no link</p>
              ) : (
                <ul>{ownOf(p).map((l) => row(l, p.name))}</ul>
              )}
            </li>
          ))}
        </ul>
      </section>
      {ofClass.length > 0 && (
        <section aria-label="Links for everyone who plays a part" className="print:hidden">
          <h2 className="mb-1 text-[19px]">For everyone who plays a part</h2>
          <ul className="divide-y divide-line border-y border-line">
            {ofClass.map((l) => (
              <li key={l.id} className="grid grid-cols-[14rem_1fr] items-center gap-x-3 py-1.5 max-sm:grid-cols-1">
                <p>{instrumentOf(l.instrument).name}</p>
                <ul>{row(l, instrumentOf(l.instrument).name)}</ul>
              </li>
            ))}
          </ul>
        </section>
      )}
      <ul aria-label="Codes to print" className="hidden grid-cols-2 gap-4 print:grid">
        {pupils.flatMap((p) =>
          ownOf(p)
            .slice(0, 1)
            .map((l) => (
              <li key={l.id} className="flex break-inside-avoid gap-3 rounded-md border border-line p-3">
                <LinkCode link={l} />
                <div className="min-w-0">
                  <p className="font-serif text-[19px] font-semibold">{p.name}</p>
                  <p>
                    {instrumentOf(p.instrument).name}, {group.name}
                  </p>
                  <p className="mt-1 text-[11px] break-all">{addressOf(l)}</p>
                  <p className="text-[13px] text-secondary">until {dayWords(l.expiresAt.slice(0, 10))}</p>
                </div>
              </li>
            )),
        )}
      </ul>
    </div>
  );
}
