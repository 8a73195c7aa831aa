import type { Written } from '../pitch/pitch';
import type { NoteValue } from './duration';
import type { Measure } from './score';
import { settleTuplets } from './tuplets';

const VALUES: Readonly<Record<string, NoteValue>> = { q: 'quarter', e: 'eighth', s: '16th' };

/** The brackets over triplets of quarters, eighths and sixteenths; a dash is a plain quarter. */
function brackets(text: string): string {
  const letters = [...text.matchAll(/[a-z]\.?|-/g)].map(([letter]) => letter);
  const bar: Measure<Written> = {
    id: 'm1',
    events: letters.map((letter, i) => ({
      kind: 'rest',
      id: `n${i}`,
      duration: {
        value: VALUES[letter.charAt(0)] ?? 'quarter',
        dots: letter.endsWith('.') ? 1 : 0,
        ...(letter !== '-' && { tuplet: { actual: 3, normal: 2 } }),
      },
    })),
  };
  const around = { start: ' (', inside: '', stop: '' };
  return settleTuplets(bar)
    .events.map((e, i) => {
      const place = e.tupletPlace;
      return `${place === undefined ? '' : around[place]}${letters[i]}${place === 'stop' ? ')' : ''}`;
    })
    .join('')
    .trim();
}

// Common practice, no source: one bracket for each beat.
it.each([
  ['eeeeee', '(eee) (eee)'],
  ['qeqe', '(qe) (qe)'],
  ['eqeq', '(eq) (eq)'],
  ['eqe.se', '(eq) (e.se)'],
  ['e.seeq', '(e.se) (eq)'],
  ['qqqeee', '(qqq) (eee)'],
  ['q.eqeq', '(q.eq) (eq)'],
  ['qqeeqqq', '(qqee) (qqq)'],
  ['ee-eee', '(ee)- (eee)'],
])('%s stands as %s', (values, shown) => expect(brackets(values)).toBe(shown));
