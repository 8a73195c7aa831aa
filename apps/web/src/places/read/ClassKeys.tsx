import type { ClassView, ExerciseView } from '@cifra/contract';
import { instrumentOf, knownNotes, type KeyFitness, type OctaveFitness, semitones, type Teaching } from '@cifra/core';
import type { EChartsCoreOption } from 'echarts/core';
import { useMemo, useState } from 'react';
import { Button } from '../../ui/Button';
import { Chart } from '../../ui/Chart';
import { Failure } from '../../ui/States';
import { keyName, signatureCount } from '../../words/caption';
import { barList } from '../../words/spoken';
import { keyReason } from '../../words/troubleWords';
import { Block } from '../../lookFirst/Block';
import { useClassKeys } from './useClassKeys';

interface Props {
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  readonly teaching: Teaching;
  readonly onTake: (key: KeyFitness) => void;
}

const KEYS = 12;
const CELL = 'py-1.5 pr-4 text-right tabular-nums';
const away = ({ interval }: KeyFitness): string => {
  const half = semitones(interval);
  return half === 0
    ? 'as it is'
    : `${Math.abs(half)} half ${Math.abs(half) === 1 ? 'step' : 'steps'} ${half > 0 ? 'up' : 'down'}`;
};

/** Which of the twelve keys suits the class, best first, as a table and a plot. */
export function ClassKeys({ exercise, group, teaching, onTake }: Props) {
  const question = useMemo(
    () => ({ exercise: exercise.document, instruments: group.instruments, teaching, known: knownNotes(group.known) }),
    [exercise.document, group, teaching],
  );
  const { keys, done, error } = useClassKeys(question);
  const [opened, setOpened] = useState<number>();
  const mode = exercise.document.source.measures[0]?.key?.mode ?? 'major';
  const nameOf = (k: KeyFitness): string => keyName({ fifths: k.fifths, mode });
  if (error !== undefined) return <Failure title="The keys could not be looked at" detail={error.message} />;
  if (keys === undefined) {
    return (
      <Block title="Which key suits this class">
        <p className="mb-2" role="status">
          Looking at {KEYS} keys: {done} done.
        </p>
        <div className="h-2 overflow-hidden rounded bg-desk">
          <div className="h-full bg-accent" style={{ width: `${(done / KEYS) * 100}%` }} />
        </div>
      </Block>
    );
  }
  const now = keys.find((k) => semitones(k.interval) === 0);
  const best = keys[0];
  return (
    <Block title="Which key suits this class">
      <p className="mb-3">
        {best === now
          ? `${best === undefined ? '' : nameOf(best)}, as it is, suits this class best.`
          : best === undefined
            ? ''
            : `${nameOf(best)} suits this class best: ${keyReason(best)}.`}{' '}
        Every octave of every instrument was looked at in all twelve keys.
      </p>
      <KeyPlot keys={keys} nameOf={nameOf} />
      <div className="mt-3 overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b border-line text-right text-[13px] text-secondary">
              <th className="py-1.5 pr-4 text-left font-medium">sounds in</th>
              <th className="py-1.5 pr-4 text-left font-medium">moves</th>
              <th className="py-1.5 pr-4 font-medium">cannot be played</th>
              <th className="py-1.5 pr-4 font-medium">beyond the stage</th>
              <th className="py-1.5 pr-4 font-medium">new notes</th>
              <th className="py-1.5 pr-4 font-medium">signs</th>
              <th className="py-1.5 pr-4 font-medium">hard places</th>
              <th className="py-1.5" aria-label="What can be done" />
            </tr>
          </thead>
          {keys.map((k, i) => (
            <tbody key={k.fifths + 100 * semitones(k.interval)} className="border-b border-line last:border-0">
              <tr className={k === now ? 'bg-accent-soft' : ''}>
                <th className="py-1.5 pr-4 font-semibold">
                  <button
                    type="button"
                    aria-expanded={opened === i}
                    onClick={() => setOpened(opened === i ? undefined : i)}
                    className="text-left underline decoration-line underline-offset-4 hover:decoration-accent"
                  >
                    {nameOf(k)}
                  </button>
                </th>
                <td className="py-1.5 pr-4 text-secondary">{away(k)}</td>
                <td className={`${CELL} ${k.total.unplayable > 0 ? 'text-warning' : ''}`}>{k.total.unplayable}</td>
                <td className={CELL}>{k.total.outside}</td>
                <td className={CELL}>{k.total.fresh}</td>
                <td className={CELL}>{k.total.signs}</td>
                <td className={CELL}>{k.total.hard}</td>
                <td className="py-1.5 text-right">
                  {k !== now && (
                    <Button className="h-7 px-2 text-[12.5px]" onClick={() => onTake(k)}>
                      Take it
                    </Button>
                  )}
                </td>
              </tr>
              {opened === i && (
                <tr>
                  <td colSpan={8} className="pb-3">
                    <KeyInstruments fit={k} />
                  </td>
                </tr>
              )}
            </tbody>
          ))}
        </table>
      </div>
      <p className="mt-2 text-[13px] text-secondary">
        Taking a key makes a new version of the line; the old one stays in its history. “Hard places” are bars in which
        a change is hard for the hands, the same change counted once, in all parts together.
      </p>
    </Block>
  );
}

/** One key, instrument by instrument, with the octaves that were looked at. */
function KeyInstruments({ fit }: { readonly fit: KeyFitness }) {
  const octave = (o: OctaveFitness): string =>
    o.octaves === 0
      ? 'as it sounds'
      : `${Math.abs(o.octaves)} ${Math.abs(o.octaves) === 1 ? 'octave' : 'octaves'} ${o.octaves > 0 ? 'up' : 'down'}`;
  return (
    <table className="w-full border-collapse bg-panel text-left text-[13px]">
      <thead>
        <tr className="text-right text-secondary">
          <th className="px-3 py-1 text-left font-medium">instrument</th>
          <th className="px-3 py-1 text-left font-medium">octave</th>
          <th className="px-3 font-medium">cannot be played</th>
          <th className="px-3 font-medium">beyond the stage</th>
          <th className="px-3 font-medium">new</th>
          <th className="px-3 font-medium">signs</th>
          <th className="px-3 font-medium">hard places</th>
        </tr>
      </thead>
      <tbody>
        {fit.instruments.flatMap(({ id, best, octaves }) =>
          [best, ...octaves.filter((o) => o.octaves !== best.octaves)].map((o, n) => (
            <tr
              key={`${id} ${o.octaves}`}
              className={`text-right tabular-nums ${n === 0 ? 'border-t border-line' : 'text-secondary'}`}
            >
              <th className="px-3 py-0.5 text-left font-medium">{n === 0 ? instrumentOf(id).name : ''}</th>
              <td className="px-3 text-left">
                {octave(o)}
                {n === 0 ? '' : ', not taken'}
              </td>
              <td className="px-3">{o.unplayable}</td>
              <td className="px-3">{o.outside}</td>
              <td className="px-3">{o.fresh}</td>
              <td className="px-3">{o.signs}</td>
              <td className="px-3">{o.hard.length === 0 ? 'none' : barList(o.hard)}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

const HEIGHT = 240;

/** New notes against hard places: the best keys lie at the lower left. */
function KeyPlot({
  keys,
  nameOf,
}: {
  readonly keys: readonly KeyFitness[];
  readonly nameOf: (k: KeyFitness) => string;
}) {
  const option = useMemo(
    (): EChartsCoreOption => ({
      textStyle: { fontFamily: 'Archivo Variable, sans-serif' },
      grid: { top: 24, bottom: 40, left: 60, right: 40 },
      tooltip: {
        formatter: ({ dataIndex }: { dataIndex: number }) => {
          const k = keys[dataIndex];
          return k === undefined ? '' : `${nameOf(k)}: ${keyReason(k)}`;
        },
      },
      xAxis: {
        name: 'new notes and notes beyond the stage',
        nameLocation: 'middle',
        nameGap: 26,
        min: 0,
        minInterval: 1,
        nameTextStyle: { color: '#4b5872' },
        splitLine: { lineStyle: { color: '#dbe1ea' } },
      },
      yAxis: {
        name: 'hard places',
        scale: true,
        nameTextStyle: { color: '#4b5872' },
        splitLine: { lineStyle: { color: '#dbe1ea' } },
      },
      series: [
        {
          type: 'scatter',
          symbolSize: 11,
          data: keys.map((k, i) => ({
            value: [k.total.fresh + k.total.outside + k.total.unplayable, k.total.hard],
            symbol: i === 0 ? 'diamond' : 'circle',
            symbolSize: i === 0 ? 16 : 10,
            itemStyle: { color: i === 0 ? '#0a7264' : semitones(k.interval) === 0 ? '#15213a' : '#8a97ab' },
          })),
          label: {
            show: true,
            position: 'right',
            formatter: ({ dataIndex }: { dataIndex: number }) => {
              const k = keys[dataIndex];
              return k === undefined ? '' : nameOf(k).replace(/ .*/, '');
            },
            color: '#15213a',
          },
        },
      ],
    }),
    [keys, nameOf],
  );
  return (
    <Chart
      option={option}
      height={HEIGHT}
      label={`The twelve keys by new notes and hard places; ${keys[0] === undefined ? '' : `${nameOf(keys[0])}, ${signatureCount(keys[0].fifths)},`} is best. The table below says the same.`}
    />
  );
}
