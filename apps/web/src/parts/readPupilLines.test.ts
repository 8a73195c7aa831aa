import { readPupilLines } from './readPupilLines';

describe('a pasted list of pupils', () => {
  it('takes a name and an instrument after a comma, a semicolon or a tab', () => {
    expect(readPupilLines('Ada, flute\nBen; B flat bass\r\n"Cem"\tTpt.\n\n', 'tuba')).toEqual({
      pupils: [{ name: 'Ada', instrument: 'flute' }, { name: 'Ben', instrument: 'b-flat-bass' }, { name: 'Cem', instrument: 'trumpet' }], unknown: [],
    });
  });

  it('takes the plainest instrument that begins so, and says what it does not know', () => {
    expect(readPupilLines('Ada, clari\nBen, kazoo\nCem', 'horn')).toEqual({
      pupils: [{ name: 'Ada', instrument: 'clarinet' }, { name: 'Ben', instrument: 'horn' }, { name: 'Cem', instrument: 'horn' }], unknown: ['kazoo'],
    });
  });

  it('keeps names short', () => {
    expect(readPupilLines('x'.repeat(80), 'flute').pupils[0]?.name).toHaveLength(40);
  });
});
