import { startRefusal } from '../startRefusal';
import { safeError } from './safeError';

it('keeps from an error what tells where it was, and nothing that was stored', () => {
  const cause = Object.assign(new Error('duplicate key'), { code: '23505', detail: 'Key (name)=(Isla) exists.' });
  const error = new Error('Failed query: insert into pupils values ($1)\nparams: Isla,flute', { cause });
  const said = safeError(error);
  expect(said).toMatchObject({
    type: 'Error',
    message: 'Failed query: insert into pupils values ($1)',
    codes: ['23505'],
  });
  expect(said.at.length).toBeGreaterThan(0);
  expect(JSON.stringify(said)).not.toContain('Isla');
  expect(JSON.stringify(safeError('Isla'))).not.toContain('Isla');
});

it.each([
  ['EADDRINUSE', /127\.0\.0\.1:80 is taken by another program\. Set PORT/],
  ['EADDRNOTAVAIL', /is no address of this machine\. Set HOST/],
  ['EACCES', /may not listen on 127\.0\.0\.1:80\. Set PORT/],
])('says why a server does not listen: %s', (code, words) => {
  const error = Object.assign(new Error(code), { code, syscall: 'listen', address: '127.0.0.1', port: 80 });
  expect(startRefusal(error)).toMatch(words);
});
