import {
  cardNotes,
  type Exercise,
  type Handout,
  type InstrumentId,
  type PageFor,
  partOf,
  taughtAs,
  type Teaching,
  twoWays,
  worksheetPlan,
} from '@cifra/core';
import type { Engine } from './engine/engine';
import { engravePart } from './engravePart';
import type { Page } from './page/composePages';
import type { Paper } from './page/paper';
import { engraveCards } from './handout/engraveCards';
import { engraveWallChart } from './handout/engraveWallChart';
import { worksheetAdvice } from './handout/worksheetWords';

/** For whom a handout is made, and on what paper. */
export interface HandoutFor extends PageFor {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly paper: Paper;
  readonly name?: string | undefined;
}

/** The pages of a handout for an instrument: the same on a screen and on paper. */
export function engraveHandout(engine: Engine, handout: Handout, of: HandoutFor): Page[] {
  const { exercise, instrument, teaching, paper, name } = of;
  switch (handout.kind) {
    case 'worksheet': {
      const sheet = worksheetPlan(exercise, instrument, teaching, of, handout);
      const advice = worksheetAdvice(sheet, handout.answers);
      const foot = [handout.answers ? 'For the teacher: with the answers.' : 'Worksheet'];
      return engravePart(engine, [sheet.plan], { paper, name, head: { advice, foot } });
    }
    case 'two-ways': {
      const plans = twoWays(exercise, instrument, teaching, of);
      const isSame = plans.every((p) => p.circled.length === 0);
      const text = isSame
        ? 'This part has no sign that its key signature could say: both are the same.'
        : 'Above with its key signature, below with a sign at each note. Ringed: the sign stands in one way alone.';
      return engravePart(engine, plans, {
        paper,
        name,
        head: { advice: [{ lead: 'Two ways to write one line.', text }], foot: [] },
      });
    }
    case 'cards': {
      const taught = taughtAs(instrument, teaching.conventions);
      const notes = cardNotes(exercise, instrument, teaching, of.known, handout.notes);
      const clef = handout.notes === 'line' ? partOf(exercise, instrument, teaching).decisions.clef.clef : undefined;
      return engraveCards(engine, notes, { instrument: taught, teaching, clef }, paper);
    }
    case 'wall-chart':
      return engraveWallChart(engine, instrument, { ...teaching, stage: handout.stage }, handout.sheets, paper);
  }
}
