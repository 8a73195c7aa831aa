import type { Conventions } from '@cifra/core';
import { Modal } from '../../ui/Modal';
import { ACTION_GROUPS } from './action';
import { ACTIONS } from './actions';
import { actionName } from './CommandList';
import { shownKey } from './keys';

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly names: Conventions['rhythmNames'];
}

/** All keys of the place, from the same list that they work by. */
export function KeysDialog({ open, onOpenChange, names }: Props) {
  return (
    <Modal
      open={open}
      onOpenChange={onOpenChange}
      title="Keys"
      wide
      description="Type the letters as you would read them aloud: 4 G A, 2 B. A sign goes on the note just written, or on all that is selected. A letter takes the octave nearest to the note before it."
    >
      <div className="gap-8 sm:columns-2">
        {ACTION_GROUPS.map((group) => {
          const actions = ACTIONS.filter((a) => a.group === group && a.keys.length > 0 && !a.id.startsWith('letter-'));
          if (actions.length === 0) return null;
          return (
            <section key={group} className="mb-4 break-inside-avoid">
              <h3 className="mb-1 text-[15px]">{group}</h3>
              <dl className="text-[13.5px]">
                {group === 'Write' && <Row name="Write a note" keys="A – G" />}
                {actions.map((a) => (
                  <Row key={a.id} name={actionName(a, names)} keys={a.keys.map(shownKey).join(', ')} />
                ))}
              </dl>
            </section>
          );
        })}
      </div>
    </Modal>
  );
}

const Row = ({ name, keys }: { readonly name: string; readonly keys: string }) => (
  <div className="flex justify-between gap-3 border-b border-line/60 py-0.5">
    <dt>{name}</dt>
    <dd className="shrink-0 font-medium tabular-nums">{keys}</dd>
  </div>
);
