import { expose } from 'comlink';
import { workerCalls } from './workerCalls';

/** A worker whose other side runs here: what it does can be decided call by call. */
function openHere(api: object, opened: Worker[]): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(api, port1);
  port1.start();
  const worker = Object.assign(port2, {
    terminate: () => {
      port1.close();
      port2.close();
    },
  }) as unknown as Worker;
  opened.push(worker);
  return worker;
}
const never = (): Promise<never> => new Promise(() => undefined);

describe('calls on a worker', () => {
  const opened: Worker[] = [];
  afterEach(() => opened.splice(0).forEach((w) => w.terminate()));

  it('are answered by one worker, opened with the first', async () => {
    const { call } = workerCalls<{ twice(n: number): number }>(() => openHere({ twice: (n: number) => 2 * n }, opened));
    expect(opened).toHaveLength(0);
    expect(await Promise.all([call((w) => w.twice(2)), call((w) => w.twice(3))])).toEqual([4, 6]);
    expect(opened).toHaveLength(1);
  });

  it('say so when its file does not come, and the next is asked of another', async () => {
    let isBroken = true;
    const { call } = workerCalls<{ get(): number }>(() => openHere({ get: () => (isBroken ? never() : 7) }, opened));
    const waiting = call((w) => w.get());
    const failed = expect(waiting).rejects.toThrow('a file of Cifra could not be fetched');
    opened[0]?.dispatchEvent(new Event('error'));
    await failed;
    isBroken = false;
    expect(await call((w) => w.get())).toBe(7);
    expect(opened).toHaveLength(2);
  });

  it('are made again when another call broke the worker', async () => {
    let asked = 0;
    const { call } = workerCalls<{ slow(): number; broken(): number }>(() =>
      openHere(
        {
          slow: () => ((asked += 1) === 1 ? never() : asked),
          broken: () => {
            throw new Error('out of memory');
          },
        },
        opened,
      ),
    );
    const slow = call((w) => w.slow());
    await expect(call((w) => w.broken())).rejects.toThrow('out of memory');
    expect(await slow).toBe(2);
    expect(opened).toHaveLength(2);
  });

  it('that wait are told when they are no longer wanted', async () => {
    const { call, close } = workerCalls<{ get(): number }>(() => openHere({ get: never }, opened));
    const waiting = call((w) => w.get());
    const told = expect(waiting).rejects.toThrow('closed');
    close();
    await told;
  });
});
