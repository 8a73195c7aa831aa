import { once } from 'node:events';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { STRIP_HEIGHT } from '../staves/strip';
import type { Network } from '../symbols/findSymbols';

/** The network that ships, one strip at a time. */
export function openNetwork(): { readonly network: Network; readonly close: () => Promise<unknown> } {
  const worker = new Worker(join(__dirname, 'networkWorker.mjs'), {
    workerData: join(__dirname, '../../model/reader.onnx'),
  });
  return {
    network: async (ink, width) => {
      worker.postMessage({ ink, width, height: STRIP_HEIGHT });
      const [seen] = (await once(worker, 'message')) as [Float32Array];
      return seen;
    },
    close: () => worker.terminate(),
  };
}
