import { type Faults, isClean, NO_FAULTS, type PagePlan, type Take } from '@cifra/core';
import { Mic, Send } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';
import { takeSentence, takeWords } from '../words/takeWords';
import { takeOf, type TakeSource, type TakeState } from './take';

interface Props {
  readonly plan: PagePlan;
  readonly state: TakeState;
  readonly onTake: (source: TakeSource) => void;
  readonly onForget: () => void;
  /** Gives a recording to the teacher; without it takes stay on the device. */
  readonly onHandIn?: ((take: Take, recording: Blob | undefined) => Promise<unknown>) | undefined;
}

const FAULT_WORDS: Readonly<Record<keyof Faults, string>> = {
  flat: 'some notes flat',
  partial: 'another partial now and then',
  late: 'some entries late',
  missed: 'a note left out now and then',
  lineStops: 'a stop at the line end',
};
const SOME: Faults = { flat: 0.15, partial: 0.12, late: 0.12, missed: 0.15, lineStops: 0.5 };
const NAMES = Object.keys(FAULT_WORDS) as (keyof Faults)[];
const MOST_REMARKS = 8;

/** A take is listened to and held against the part; nothing leaves the device unless it is handed in. */
export function ListenPanel({ plan, state, onTake, onForget, onHandIn }: Props) {
  const [kind, setKind] = useState<TakeSource['kind']>('microphone');
  const [faults, setFaults] = useState<readonly (keyof Faults)[]>(['flat', 'partial']);
  const [handing, setHanding] = useState(false);
  const take = takeOf(state);
  const said = useMemo(() => (take === undefined ? undefined : takeWords(plan, take)), [plan, take]);
  const remarks = said?.rest ?? [];
  const start = () =>
    onTake(
      kind === 'microphone'
        ? { kind }
        : { kind, faults: faults.reduce<Faults>((f, name) => ({ ...f, [name]: SOME[name] }), NO_FAULTS) },
    );
  const handIn = async (done: Extract<TakeState, { stage: 'done' }>) => {
    setHanding(true);
    await onHandIn?.(done.take, done.recording);
    setHanding(false);
  };
  const isBusy = state.stage === 'opening' || state.stage === 'playing' || state.stage === 'judging';
  return (
    <section aria-label="Listening back" className="px-4 py-3">
      <SelectField
        id="take-source"
        label="Who plays"
        value={kind}
        onChange={(e) => setKind(e.target.value as TakeSource['kind'])}
      >
        <option value="microphone">I do, into the microphone</option>
        <option value="simulated">the simulated player, to try it out</option>
      </SelectField>
      {kind === 'simulated' && (
        <div className="mt-1">
          {NAMES.map((f) => (
            <Toggle
              key={f}
              id={`fault-${f}`}
              label={FAULT_WORDS[f]}
              checked={faults.includes(f)}
              onChange={(on) => setFaults(on ? [...faults, f] : faults.filter((x) => x !== f))}
            />
          ))}
        </div>
      )}
      <Button
        kind="primary"
        className="mt-2 w-full"
        disabled={isBusy}
        icon={<Mic size={16} aria-hidden />}
        onClick={start}
      >
        {state.stage === 'judging'
          ? 'Listening…'
          : state.stage === 'playing'
            ? 'Playing…'
            : kind === 'microphone'
              ? 'Record a take'
              : 'Let it play a take'}
      </Button>
      {kind === 'microphone' && (
        <p className="mt-1.5 text-[12.5px] text-secondary">
          You are counted in and play alone; use headphones if the beat is on. The sound stays on this device.
        </p>
      )}
      {state.stage === 'playing' && (
        <div
          className="mt-2 h-2 rounded bg-line"
          role="meter"
          aria-label="How loud it is"
          aria-valuemin={0}
          aria-valuemax={1}
          aria-valuenow={Number(state.level.toFixed(2))}
        >
          <div className="h-full rounded bg-accent" style={{ width: `${Math.min(100, state.level * 300)}%` }} />
        </div>
      )}
      {state.stage === 'failed' && (
        <p role="alert" className="mt-2 text-warning">
          {state.problem}
        </p>
      )}
      {state.stage === 'done' && (
        <div className="mt-3" role="status">
          <p className={`font-semibold ${isClean(state.take) ? 'text-accent' : ''}`}>{takeSentence(state.take)}</p>
          <ul aria-label="What it comes from" className="mt-2 space-y-1.5 empty:hidden">
            {said?.causes.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <ol className="mt-2 space-y-2">
            {remarks.slice(0, MOST_REMARKS).map((r) => (
              <li key={`${r.id} ${r.mark}`}>
                <span
                  className="mr-1.5 rounded bg-warning-soft px-1 text-[12px] font-semibold text-warning"
                  aria-hidden
                >
                  {r.mark}
                </span>
                <span className="text-secondary">{r.where}:</span> {r.words}
              </li>
            ))}
          </ol>
          {remarks.length > MOST_REMARKS && (
            <p className="mt-1 text-secondary">
              And {remarks.length - MOST_REMARKS} more, marked on the staff. Take a smaller piece, slower.
            </p>
          )}
          {state.source === 'simulated' && (
            <p className="mt-2 text-[13px] text-secondary">The simulated player played this: it does not count.</p>
          )}
          <div className="mt-3 flex flex-wrap gap-2">
            {onHandIn !== undefined && state.source === 'microphone' && (
              <Button icon={<Send size={15} aria-hidden />} disabled={handing} onClick={() => void handIn(state)}>
                {state.recording === undefined ? 'Hand in the result' : 'Hand in the recording'}
              </Button>
            )}
            <Button kind="quiet" onClick={onForget}>
              Forget this take
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}
