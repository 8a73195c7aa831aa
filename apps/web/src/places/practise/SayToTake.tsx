import type { HandInView, RubricDto, SayHandInDto } from '@cifra/contract';
import { useState } from 'react';
import { Button } from '../../ui/Button';

interface Props {
  readonly take: HandInView;
  readonly rubric: RubricDto | undefined;
  readonly onSay: (said: SayHandInDto) => Promise<unknown>;
}

const MOST = 300;

/** A remark on a take and how far it has come; the pupil reads it under what was handed in. */
export function SayToTake({ take, rubric, onSay }: Props) {
  const [remark, setRemark] = useState(take.remark ?? '');
  const [marks, setMarks] = useState(take.marks ?? []);
  const said: SayHandInDto = {
    ...(remark.trim() !== '' && { remark: remark.trim() }),
    ...(marks.length > 0 && { marks }),
  };
  const isSaid = said.remark === take.remark && JSON.stringify(said.marks) === JSON.stringify(take.marks);
  return (
    <form
      className="mt-1 space-y-1"
      onSubmit={(e) => {
        e.preventDefault();
        void onSay(said);
      }}
    >
      <input
        aria-label={`To ${take.pupil} about this take`}
        maxLength={MOST}
        placeholder={`to ${take.pupil}: what was good, what comes next`}
        value={remark}
        onChange={(e) => setRemark(e.target.value)}
        className="h-9 w-full rounded border border-[#8a97ab] bg-white px-2"
      />
      {rubric?.criteria.map((criterion) => (
        <select
          key={criterion}
          aria-label={`${criterion}, ${take.pupil}`}
          className="h-9 w-full rounded border border-line bg-white px-2 text-[13px]"
          value={marks.find((m) => m.criterion === criterion)?.word ?? ''}
          onChange={(e) => {
            const others = marks.filter((m) => m.criterion !== criterion);
            setMarks(e.target.value === '' ? others : [...others, { criterion, word: e.target.value }]);
          }}
        >
          <option value="">{criterion}: –</option>
          {rubric.levels.map((word) => (
            <option key={word} value={word}>
              {criterion}: {word}
            </option>
          ))}
        </select>
      ))}
      {!isSaid && (
        <Button type="submit" className="h-9">
          Tell {take.pupil}
        </Button>
      )}
      {isSaid && (take.remark !== undefined || take.marks !== undefined) && (
        <p className="text-[12.5px] text-secondary">{take.pupil} reads it with their line.</p>
      )}
    </form>
  );
}
