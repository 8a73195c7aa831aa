import { readSettings } from './settings';

const DATABASE_URL = 'postgresql://127.0.0.1/cifra';
const read = (more: Record<string, string>) => readSettings({ DATABASE_URL, ...more });

it('is closed where nothing is said: on loopback, without the demo', () => {
  expect(read({})).toMatchObject({ host: '127.0.0.1', port: 4173, demo: false, tls: false, hosts: [] });
});

it('names hosts as they are written down, with spaces and in capitals', () => {
  expect(read({ CIFRA_TLS: '1', CIFRA_HOSTS: ' Cifra.school.example, winds.example ' }).hosts).toEqual([
    'cifra.school.example',
    'winds.example',
  ]);
});

it.each([
  [{ DATABASE_URL: '' }, /DATABASE_URL is not set: start Cifra with npm start/],
  [{ PORT: 'tomorrow' }, /PORT is “tomorrow”\. Set it to a whole number from 0 to 65535\./],
  [{ PORT: '70000' }, /PORT is “70000”/],
  [{ PORT: '80.5' }, /PORT is “80.5”/],
  [{ PORT: '-1' }, /PORT is “-1”/],
  [{ CIFRA_LINK_REQUESTS: 'many' }, /CIFRA_LINK_REQUESTS is “many”/],
  [{ CIFRA_TLS: '1' }, /name the server, as CIFRA_HOSTS=/],
])('says what is to be set otherwise: %j', (env, words) => {
  expect(() => read(env as Record<string, string>)).toThrow(words);
});
