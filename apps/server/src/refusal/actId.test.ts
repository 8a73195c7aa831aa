import { partOf } from './actId';

/** The worked example of RFC 9562, A.4. */
it('names parts of an act as the standard does', () => {
  expect(partOf('6ba7b810-9dad-11d1-80b4-00c04fd430c8', 'www.example.com')).toBe(
    '2ed6657d-e927-568b-95e1-2665a8aea6a2',
  );
});
