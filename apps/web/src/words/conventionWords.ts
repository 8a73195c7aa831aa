import type { ConventionQuestion, Conventions } from '@cifra/core';

type ChoiceWords = { readonly [Q in ConventionQuestion]: Readonly<Record<Conventions[Q], string>> };

/** What each question is about, as a teacher would put it. */
export const CONVENTION_QUESTION_WORDS: Readonly<Record<ConventionQuestion, string>> = {
  figures: 'Figures and names over the notes',
  fadeStep: 'How far they have faded',
  fingerCount: 'Fingers on woodwinds are counted',
  horn: 'The horn is',
  attachment: 'Positions with the F attachment are said',
  recorder: 'Recorders are fingered',
  fluteBFlat: 'Flute B♭',
  saxophoneBFlat: 'Saxophone B♭',
  euphonium: 'Baritone and euphonium read',
  fourValves: 'Euphonium and tuba with four valves are',
  bFlatSaxophones: 'Tenor and soprano saxophone begin',
  tenorClef: 'Tenor clef is found',
  counting: 'Rhythms are counted',
  rhythmNames: 'Note values are named',
  noteNames: 'Notes are named',
  breath: 'Breath marks',
  reminders: 'Signs in brackets as reminders',
};

export const CONVENTION_CHOICE_WORDS: ChoiceWords = {
  figures: { fade: 'fade out by a plan', all: 'over every note', none: 'over no note' },
  fadeStep: {
    every: 'not yet: every note',
    'first-in-system': 'first in each line',
    'after-change': 'after each change',
    new: 'only over new notes',
    trouble: 'only over hard places',
  },
  fingerCount: { 'six-down': '1 2 3 and 4 5 6', 'each-hand': '1 2 3 on each hand' },
  horn: {
    'single-f': 'a single horn in F',
    double: 'a double horn with thumb',
    'single-b-flat': 'a single horn in B♭',
  },
  attachment: { 'plain-slide': 'where the plain slide stands (T4+)', own: 'counted for themselves (T3)' },
  recorder: { baroque: 'baroque (forked F)', german: 'German (plain F)' },
  fluteBFlat: { 'one-and-one': 'one and one', thumb: 'thumb key' },
  saxophoneBFlat: { side: 'side key', bis: 'bis key', 'one-and-one': 'one and one' },
  euphonium: { 'bass-clef': 'bass clef', 'treble-clef': 'treble clef' },
  fourValves: { plain: 'not compensating', compensating: 'compensating' },
  bFlatSaxophones: { 'with-the-class': 'with the class: C to G', 'as-the-alto': 'as the alto: G to D' },
  tenorClef: { 'move-two': 'two lines or spaces higher', 'up-a-fifth': 'as bass, then up a fifth' },
  counting: { numbers: '1 2 & 3', ta: 'ta ti-ti', du: 'du du-de' },
  rhythmNames: { american: 'quarter, eighth', british: 'crotchet, quaver' },
  noteNames: {
    letters: 'by letters',
    'movable-do': 'by letters with movable do',
    'fixed-do': 'by fixed do',
    german: 'by German letters (H, B)',
  },
  breath: { 'every-four-bars': 'every four bars, or at rests', 'own-marks': 'only my own' },
  reminders: { none: 'none', 'once-a-bar': 'once a bar', 'after-change': 'after every change' },
};

/** Questions in groups, in the order in which a page is read. */
export const CONVENTION_GROUPS: readonly {
  readonly title: string;
  readonly questions: readonly ConventionQuestion[];
}[] = [
  {
    title: 'On the page',
    questions: ['figures', 'fadeStep', 'noteNames', 'counting', 'rhythmNames', 'breath', 'reminders', 'tenorClef'],
  },
  {
    title: 'Hands and instruments',
    questions: [
      'fingerCount',
      'recorder',
      'fluteBFlat',
      'saxophoneBFlat',
      'bFlatSaxophones',
      'horn',
      'euphonium',
      'fourValves',
      'attachment',
    ],
  },
];

export const choiceWords = <Q extends ConventionQuestion>(question: Q, choice: Conventions[Q]): string =>
  CONVENTION_CHOICE_WORDS[question][choice];
