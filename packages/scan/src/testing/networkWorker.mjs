// Runs the network in a thread of its own: the package that runs it loads itself in a way that Jest does not follow.
import { readFileSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { InferenceSession, Tensor } from 'onnxruntime-web';

const session = InferenceSession.create(readFileSync(workerData), { executionProviders: ['wasm'] });
parentPort.on('message', async ({ ink, width, height }) => {
  const { seen } = await (await session).run({ ink: new Tensor('float32', ink, [1, 1, height, width]) });
  parentPort.postMessage(seen.data);
});
