import { FairQueue, QueueFull, type Work } from './fairQueue';

const MOST = { all: 20, owner: 10 };
let time = 0;
/** A queue whose work ends when it is told to, and the order in which it was begun. */
function open(threads = 2) {
  const queue = new FairQueue(threads, MOST, () => time);
  const begun: string[] = [];
  const ends = new Map<string, () => void>();
  const add = (name: string, work: Partial<Work> = {}): Promise<void> =>
    queue.run(
      { owner: 'mara', isLong: false, isBackground: false, ...work },
      () =>
        new Promise<void>((end) => {
          begun.push(name);
          ends.set(name, end);
        }),
    );
  const end = async (name: string): Promise<void> => {
    ends.get(name)?.();
    await settle();
  };
  return { add, begun, end };
}
const settle = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

it('two heavy files do not hold a page: one thread is never given to long work', async () => {
  const { add, begun, end } = open();
  void add('heavy 1', { owner: 'stranger', isLong: true });
  void add('heavy 2', { owner: 'stranger', isLong: true });
  void add('page', { owner: 'mara' });
  await settle();
  expect(begun).toEqual(['heavy 1', 'page']);
  await end('page');
  expect(begun).toEqual(['heavy 1', 'page']);
  await end('heavy 1');
  expect(begun).toEqual(['heavy 1', 'page', 'heavy 2']);
});

it('gives everybody a turn, however much one of them asks for', async () => {
  const { add, begun, end } = open(1);
  for (const n of [1, 2, 3]) void add(`mara ${n}`);
  void add('egon 1', { owner: 'egon' });
  await settle();
  for (const name of ['mara 1', 'egon 1', 'mara 2', 'mara 3']) await end(name);
  expect(begun).toEqual(['mara 1', 'egon 1', 'mara 2', 'mara 3']);
});

it('does what somebody waits for before what nobody does, and long work in the end all the same', async () => {
  const { add, begun, end } = open(1);
  void add('first');
  void add('set', { isBackground: true });
  void add('heavy', { owner: 'egon', isLong: true });
  void add('page', { owner: 'egon' });
  await settle();
  for (const name of ['first', 'page', 'heavy', 'set']) await end(name);
  expect(begun).toEqual(['first', 'page', 'heavy', 'set']);
  void add('again');
  void add('old', { isLong: true, isBackground: true });
  await settle();
  time += 4000;
  void add('young');
  await end('again');
  expect(begun.at(-1)).toBe('old');
});

it('goes on after work that failed, and refuses more than may wait', async () => {
  const queue = new FairQueue(1, { all: 2, owner: 1 });
  const work = { owner: 'mara', isLong: true, isBackground: false };
  await expect(queue.run(work, () => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
  let end = (): void => undefined;
  const runs = queue.run(work, () => new Promise<void>((e) => (end = e)));
  await settle();
  const waits = queue.run(work, () => Promise.resolve('done'));
  await expect(queue.run(work, () => Promise.resolve())).rejects.toThrow(QueueFull);
  const other = queue.run({ ...work, owner: 'egon' }, () => Promise.resolve('too'));
  await expect(queue.run({ ...work, owner: 'dora' }, () => Promise.resolve())).rejects.toThrow(QueueFull);
  end();
  await runs;
  expect(await Promise.all([waits, other])).toEqual(['done', 'too']);
});
