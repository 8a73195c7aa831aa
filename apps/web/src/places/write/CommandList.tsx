import type { Conventions } from '@cifra/core';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { type Action, ACTION_GROUPS, type Asks } from './action';
import { ACTIONS } from './actions';
import { valueName } from '../../words/rhythmWords';
import { shownKey } from './keys';
import { backToDesk } from '../../ui/toDesk';
import type { Writing } from './Writing';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly writing: Writing;
  readonly asks: Asks;
  readonly names: Conventions['rhythmNames'];
}

/** Values are named as the teacher names them. */
export function actionName({ id, name }: Action, names: Conventions['rhythmNames']): string {
  const value = /^value-(.+)$/.exec(id)?.[1];
  if (value === undefined) return name;
  const said = valueName(value as Parameters<typeof valueName>[0], names);
  return said.charAt(0).toUpperCase() + said.slice(1);
}

/**
 * How well a command fits what is typed: every word has to begin a word of its name or of what else finds it. A name
 * that begins so comes first, then what else it is called first of all; scattered letters find nothing.
 */
export function fitsCommand(name: string, search: string, also: readonly string[] = []): number {
  const wanted = search
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '');
  const words = name.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  const others = also.flatMap((a) => a.toLowerCase().split(/[^\p{L}\p{N}]+/u));
  const scores = wanted.map((w): number =>
    words.includes(w)
      ? 1
      : words.some((x) => x.startsWith(w))
        ? 0.8
        : others[0] === w
          ? 0.6
          : others.some((x) => x.startsWith(w))
            ? 0.5
            : 0,
  );
  if (scores.includes(0)) return 0;
  const mean = scores.reduce((a, b) => a + b, 0) / Math.max(1, scores.length);
  return mean * (words[0]?.startsWith(wanted[0] ?? '') === true ? 1 : 0.9);
}

/** What fits what is typed, the best first; of equals in the order of the menus. */
export const foundActions = (search: string, names: Conventions['rhythmNames']): Action[] =>
  ACTIONS.filter((a) => a.id !== 'commands')
    .map((a) => ({ a, fits: fitsCommand(`${actionName(a, names)} ${a.id}`, search, a.also?.split(' ')) }))
    .filter(({ fits }) => fits > 0)
    .sort((x, y) => y.fits - x.fits)
    .map(({ a }) => a);

/** Every command by name: type a few letters, press Enter. */
export function CommandList({ open, onOpenChange, writing, asks, names }: Props) {
  const [search, setSearch] = useState('');
  const show = (on: boolean) => {
    setSearch('');
    onOpenChange(on);
  };
  const choose = (a: Action) => {
    show(false);
    a.run(writing, asks);
  };
  const item = (a: Action) => (
    <Command.Item
      key={a.id}
      value={a.id}
      onSelect={() => choose(a)}
      className="flex cursor-pointer items-center justify-between gap-3 rounded px-2.5 py-1.5 text-[14px] aria-selected:bg-desk"
    >
      {actionName(a, names)}
      <kbd className="text-[12px] text-secondary">{a.keys.map(shownKey).join('  or  ')}</kbd>
    </Command.Item>
  );
  return (
    <Dialog.Root open={open} onOpenChange={show}>
      <Dialog.Portal>
        <Dialog.Overlay className="fade-in fixed inset-0 z-40 bg-ink/25" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={backToDesk}
          className="fade-in fixed top-[14vh] left-1/2 z-50 w-[min(34rem,calc(100vw-2rem))] -translate-x-1/2 overflow-hidden rounded-lg bg-white shadow-xl"
        >
          <Dialog.Title className="sr-only">Find a command</Dialog.Title>
          {/* Found and put in order here: within its groups the best would stand below the fold. */}
          <Command label="Commands" loop shouldFilter={false}>
            <Command.Input
              value={search}
              onValueChange={setSearch}
              placeholder="What shall be done? For example: mf, triplet, second ending"
              className="h-12 w-full border-b border-line px-4 outline-none"
            />
            <Command.List className="max-h-[50vh] overflow-y-auto p-1.5">
              <Command.Empty className="px-3 py-6 text-center text-secondary">
                No command has this in its name.
              </Command.Empty>
              {search.trim() !== ''
                ? foundActions(search, names).map(item)
                : ACTION_GROUPS.map((group) => (
                    <Command.Group key={group} heading={group} className="command-group">
                      {ACTIONS.filter((a) => a.group === group && a.id !== 'commands').map(item)}
                    </Command.Group>
                  ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
