import { lengthWords, lineRelationWords, playedWords, relationWords, sentenceFaultWords } from './readingWords';

describe('the words of a reading', () => {
  const played = (...runs: [from: number, to: number][]): string =>
    playedWords({
      bars: 9,
      pickup: true,
      isBorrowed: false,
      played: runs.map(([from, to]) => ({ from, to })),
      barsPlayed: 9,
      seconds: 1,
    });
  it('say how repeats go', () => {
    expect([played([1, 3]), played([0, 2], [0, 1], [3, 3]), played([1, 2], [1, 3])]).toEqual([
      'straight through',
      'the pickup to bar 2, then the pickup to bar 1, then bar 3',
      'bars 1 to 2, then bars 1 to 3',
    ]);
  });

  it('say how long it lasts', () => {
    expect([lengthWords(1), lengthWords(42.4), lengthWords(60), lengthWords(83), lengthWords(134)]).toEqual([
      '1 second',
      '42 seconds',
      '1 minute',
      '1 minute 25 seconds',
      '2 minutes 15 seconds',
    ]);
  });

  it('say how a line stands to another', () => {
    expect(
      [
        { kind: 'new' },
        { kind: 'same', of: 0 },
        { kind: 'but-last', of: 0 },
        { kind: 'but-ending', of: 1 },
        { kind: 'pitches', of: 2 },
        { kind: 'rhythm', of: 0 },
        { kind: 'moved', of: 0, steps: 1 },
        { kind: 'moved', of: 0, steps: -3 },
      ].map((r) => lineRelationWords(r as Parameters<typeof lineRelationWords>[0])),
    ).toEqual([
      'new',
      'the same as line 1',
      'line 1 but for the last note',
      'line 2 but for the ending',
      'the notes of line 3, another rhythm',
      'the rhythm of line 1, other notes',
      'line 1, 1 step up',
      'line 1, 3 steps down',
    ]);
  });

  it('say what is wrong with a memory sentence', () => {
    expect(sentenceFaultWords({ kind: 'wrong-letter', at: 1, word: 'dogs', letter: 'G' })).toBe(
      'Word 2, “dogs”, has to begin with G.',
    );
    expect([1, 3].map((words) => sentenceFaultWords({ kind: 'word-count', words, wanted: 5 }))).toEqual([
      '5 words are needed, one for each; here is 1.',
      '5 words are needed, one for each; here are 3.',
    ]);
  });

  it('say how a bar stands to another', () => {
    const name = (i: number): string => String(i + 1);
    expect([
      relationWords({ kind: 'new' }, name),
      relationWords({ kind: 'same', of: 0 }, name),
      relationWords({ kind: 'but-last', of: 1 }, name),
      relationWords({ kind: 'but-ending', of: 1 }, name),
      relationWords({ kind: 'pitches', of: 2 }, name),
      relationWords({ kind: 'rhythm', of: 3 }, name),
      relationWords({ kind: 'moved', of: 4, steps: -2 }, name),
    ]).toEqual([
      'new',
      'as 1',
      '2 but the last note',
      '2 but the ending',
      'notes of 3',
      'rhythm of 4',
      '5, 2 steps down',
    ]);
  });
});
