import {
  applyRepair,
  type Finding,
  type Key,
  type PageTransposition,
  type Score,
  transposedToPage,
  signCount,
  type Written,
} from '@cifra/core';
import { useMemo } from 'react';
import { LinePreview } from '../../engraving/LinePreview';
import { Button } from '../../ui/Button';
import { Modal, ModalFooter } from '../../ui/Modal';
import { keyName, signatureCount } from '../../words/caption';
import { findingWords } from '../../words/findingWords';

interface Props {
  readonly finding: Finding;
  readonly to: Key;
  readonly score: Score<Written>;
  readonly lens: PageTransposition;
  readonly onTake: () => void;
  readonly onClose: () => void;
}

/** The same tune written both ways, side by side, before the teacher takes one. */
export function SignatureDialog({ finding, to, score, lens, onTake, onClose }: Props) {
  const ways = useMemo(() => {
    const after = applyRepair(score, { kind: 'signature', key: to });
    return [score, after].map((s) => ({
      shown: transposedToPage(s, lens),
      signs: signCount(s),
      key: s.measures[0]?.key,
    }));
  }, [score, to, lens]);
  return (
    <Modal
      open
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
      title="Two ways to write it"
      wide
      description={`${findingWords(finding)} The sound is the same.`}
    >
      <div className="grid gap-4 pb-6 lg:grid-cols-2">
        {ways.map(({ shown, signs, key }, i) => (
          <section key={i} aria-label={i === 0 ? 'As it is' : 'With the other signature'}>
            <h3 className="mb-1 text-[15px]">
              {i === 0 ? 'As it is' : `In ${keyName({ fifths: to.fifths + lens.interval.fifths, mode: to.mode })}`}
            </h3>
            <p className="mb-2 text-[13px] text-secondary">
              {signatureCount((key?.fifths ?? 0) + lens.interval.fifths)}; {signs} {signs === 1 ? 'sign' : 'signs'} at
              the notes
            </p>
            <LinePreview score={shown} />
          </section>
        ))}
      </div>
      <ModalFooter>
        <Button onClick={onClose}>Leave it as it is</Button>
        <Button kind="primary" onClick={onTake}>
          Write it with {signatureCount(to.fifths + lens.interval.fifths)}
        </Button>
      </ModalFooter>
    </Modal>
  );
}
