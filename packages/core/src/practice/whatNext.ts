import type { InstrumentId, Section } from '../instrument/instrument';
import { instrumentOf } from '../instrument/instrumentOf';
import { daysBetween } from './days';

/** What is known of one pupil: what was set for them, what was written down, what they practised at home. */
export interface PupilRecord {
  readonly id: string;
  readonly instrument: InstrumentId;
  readonly set: readonly {
    readonly assignmentId: string;
    readonly exerciseId: string;
    readonly due: string;
    readonly done: boolean;
  }[];
  /** Days on which they were written down, with whether the lesson's work was there. */
  readonly days: readonly { readonly day: string; readonly done: boolean }[];
  readonly home: readonly {
    readonly exerciseId: string;
    readonly minutes: number;
    readonly bestPercent: number;
    readonly peeks: number;
    readonly rungs: number;
    readonly updatedAt: string;
  }[];
}

/** Why a pupil is looked at next; facts only. */
export type NextReason =
  | { readonly kind: 'overdue'; readonly exerciseId: string; readonly days: number }
  | { readonly kind: 'missed-in-a-row'; readonly times: number }
  | { readonly kind: 'not-at-home'; readonly exerciseId: string }
  | { readonly kind: 'peeks'; readonly exerciseId: string; readonly peeks: number }
  | { readonly kind: 'ready'; readonly exerciseId: string; readonly percent: number };

export interface NextStep {
  readonly pupilId: string;
  readonly reasons: readonly NextReason[];
  /** How much help is wanted: 0 for none. */
  readonly need: number;
}

/** What each reason weighs. From memory. */
const WEIGHT = { overdue: 3, missed: 2, home: 1, peeks: 1 };
const IN_A_ROW = 2;
const MANY_PEEKS = 10;
const READY_PERCENT = 100;
const OVERDUE_DAYS_A_POINT = 7;

/**
 * Who needs help with what, and who is ready to go on, most need first.
 *
 * Work that is past its day counts most, and more with every week; then lessons missed in a row; then a line that is
 * due and was not opened at home, and many peeks. A line that is clean in a row at tempo asks for something new.
 * @param today ISO date
 */
export function whatNext(pupils: readonly PupilRecord[], today: string): NextStep[] {
  return pupils
    .map(({ id, set, days, home }): NextStep => {
      const reasons: NextReason[] = [];
      let need = 0;
      for (const w of set) {
        if (w.done) continue;
        const late = daysBetween(w.due, today);
        if (late > 0) {
          reasons.push({ kind: 'overdue', exerciseId: w.exerciseId, days: late });
          need += WEIGHT.overdue + Math.floor(late / OVERDUE_DAYS_A_POINT);
        } else if (!home.some((h) => h.exerciseId === w.exerciseId && h.minutes > 0)) {
          reasons.push({ kind: 'not-at-home', exerciseId: w.exerciseId });
          need += WEIGHT.home;
        }
      }
      const latest = [...days].sort((a, b) => (a.day < b.day ? 1 : -1));
      const first = latest.findIndex((d) => d.done);
      const missed = first < 0 ? latest.length : first;
      if (missed >= IN_A_ROW) {
        reasons.push({ kind: 'missed-in-a-row', times: missed });
        need += WEIGHT.missed * missed;
      }
      for (const h of home) {
        if (h.peeks >= MANY_PEEKS) {
          reasons.push({ kind: 'peeks', exerciseId: h.exerciseId, peeks: h.peeks });
          need += WEIGHT.peeks;
        }
        if (h.bestPercent >= READY_PERCENT)
          reasons.push({ kind: 'ready', exerciseId: h.exerciseId, percent: h.bestPercent });
      }
      return { pupilId: id, reasons, need };
    })
    .sort((a, b) => b.need - a.need);
}

/** Pupils of one section who need help with the same line: a sectional. */
export interface SectionalGroup {
  readonly section: Section;
  readonly exerciseId: string;
  readonly pupilIds: readonly string[];
}

const FEWEST = 2;

/** Groups for a sectional, the largest first: at least two of one section with the same line overdue or not opened. */
export function sectionals(pupils: readonly PupilRecord[], steps: readonly NextStep[]): SectionalGroup[] {
  const sectionOf = new Map(pupils.map((p) => [p.id, instrumentOf(p.instrument).section]));
  const groups = new Map<
    string,
    { readonly section: Section; readonly exerciseId: string; readonly pupilIds: string[] }
  >();
  for (const { pupilId, reasons } of steps) {
    const section = sectionOf.get(pupilId);
    if (section === undefined) continue;
    for (const exerciseId of new Set(
      reasons.flatMap((r) => (r.kind === 'overdue' || r.kind === 'not-at-home' ? [r.exerciseId] : [])),
    )) {
      const name = `${section} ${exerciseId}`;
      const group = groups.get(name) ?? { section, exerciseId, pupilIds: [] };
      group.pupilIds.push(pupilId);
      groups.set(name, group);
    }
  }
  return [...groups.values()]
    .filter((g) => g.pupilIds.length >= FEWEST)
    .sort((a, b) => b.pupilIds.length - a.pupilIds.length);
}
