import { post } from './request';

/** The names under which requests were sent; each is answered as the list says, `undefined` is silence. */
function answering(answers: readonly (number | undefined)[]): (string | undefined)[] {
  const names: (string | undefined)[] = [];
  global.fetch = (_path, init) => {
    names.push(new Headers(init?.headers).get('Idempotency-Key') ?? undefined);
    const status = answers[names.length - 1];
    return status === undefined
      ? Promise.reject(new TypeError('no network'))
      : Promise.resolve(new Response(JSON.stringify({ code: 'x', detail: 'x' }), { status }));
  };
  return names;
}
const send = async (body: object): Promise<void> => {
  await post('/api/exercises', body).catch(() => undefined);
};

describe('the name of an act', () => {
  it('stays while nobody answered, so that asking again does nothing twice', async () => {
    const names = answering([undefined, 503, 201, 201]);
    for (let i = 0; i < 4; i++) await send({ title: 'A' });
    expect([names[1], names[2]]).toEqual([names[0], names[0]]);
    // What was answered is done: the same once more is another act.
    expect(names[3]).not.toBe(names[0]);
  });

  it('is another one after a refusal, and for something else', async () => {
    const names = answering([400, 201, undefined, 201]);
    await send({ title: 'B' });
    await send({ title: 'B' });
    await send({ title: 'C' });
    await send({ title: 'D' });
    expect(new Set(names).size).toBe(4);
  });

  it('is one for the same that is asked twice at one moment', async () => {
    const names = answering([201, 201]);
    await Promise.all([send({ title: 'E' }), send({ title: 'E' })]);
    expect(new Set(names).size).toBe(1);
  });
});
