import { changeLines, compileCatalogue, fingerFromCatalogue, parseKeyFigure } from './catalogue';
import { plainTouch, touchOf } from './touch.data';

describe('reading a catalogue', () => {
  it('refuses a touch that the instrument lacks, a note named twice, a reason or a tuning that is none', () => {
    expect(() => parseKeyFigure('flute', 'T 1 | 7')).toThrow('flute has no right touch 7 (in "T 1 | 7")');
    expect(() => parseKeyFigure('flute', '4 | T')).toThrow('flute has no left touch 4');
    expect(() => compileCatalogue('recorder', 'C4: T\nC4: T 1')).toThrow('recorder: C4 stands twice');
    expect(() => compileCatalogue('recorder', 'C4: T; T 1 = because')).toThrow('no such reason: because');
    expect(() => compileCatalogue('recorder', 'C4: T; T 1')).toThrow('no such reason');
    expect(() => compileCatalogue('recorder', 'C4: T @ sharp whistle')).toThrow('no such intonation');
    expect(() => compileCatalogue('recorder', 'C4: T @ loud lip-down')).toThrow('no such intonation');
  });

  it('keeps order, reasons and tuning, and freezes what it made', () => {
    const c = compileCatalogue('recorder', '\n  C4: T 1 ; T 2 = trill ; T 3 = forked @ flat lip-up \n\n D4: -');
    expect([c.lowest, c.highest]).toEqual([60, 62]);
    const first = c.entries.get(60);
    expect(first).toMatchObject({
      figures: [{ figure: { left: ['T', '1'], right: [] } }, { reason: 'trill' }, { reason: 'forked' }],
      intonation: { tendency: 'flat', remedy: 'lip-up' },
    });
    expect([
      Object.isFrozen(c),
      Object.isFrozen(first),
      Object.isFrozen(first?.figures),
      Object.isFrozen(first?.figures[0].figure),
    ]).toEqual([true, true, true, true]);
    expect(fingerFromCatalogue(c, 62)).toEqual({
      kind: 'playable',
      figure: { kind: 'keys', left: [], right: [] },
      alternates: [],
    });
    expect(
      [fingerFromCatalogue(c, 59), fingerFromCatalogue(c, 61), fingerFromCatalogue(c, 63)].map((f) =>
        f.kind === 'unplayable' ? f.because : f.kind,
      ),
    ).toEqual(['below-range', 'no-figure', 'above-range']);
  });

  it('replaces the lines of some notes', () => {
    expect(changeLines('C4: T 1\n D4: T\n', '  D4: T 2 ')).toBe('C4: T 1\nD4: T 2');
  });

  it('puts the figure of a convention first', () => {
    const c = compileCatalogue('saxophone', 'Bb4: 1 2 | sideBb = side-key; 1 bis = bis-key');
    expect(fingerFromCatalogue(c, 70, 'bis-key')).toMatchObject({
      figure: { left: ['1', 'bis'] },
      alternates: [{ reason: 'side-key' }],
    });
    expect(fingerFromCatalogue(c, 70)).toMatchObject({ figure: { left: ['1', '2'] } });
  });

  it('tells a half-closed hole from its touch', () => {
    expect(['4h', 'Th', '1', 'lowBb', 'bis', 'Gsh'].map(plainTouch)).toEqual(['4', 'T', '1', 'lowBb', 'bis', 'Gsh']);
    expect(touchOf('recorder', 'right', '6h')).toMatchObject({ name: '6', hand: 'right', finger: 'ring' });
    expect(touchOf('flute', 'right', '6')).toMatchObject({ finger: 'ring' });
    expect(touchOf('flute', 'left', 'Eb')).toBeUndefined();
  });
});
