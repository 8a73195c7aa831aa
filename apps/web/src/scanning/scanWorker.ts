import {
  findSymbols,
  openPage,
  type OpenedPage,
  type PageRefusal,
  type Picture,
  type SeenStaff,
  type Staff,
  STRIP_HEIGHT,
  stripOf,
  turned,
} from '@cifra/scan';
import { expose } from 'comlink';
import glueFile from 'network-runtime/ort-wasm-simd-threaded.mjs?url';
import programFile from 'network-runtime/ort-wasm-simd-threaded.wasm?url';
import * as ort from 'onnxruntime-web/wasm';
import { decodePicture, pictureUrl } from './decodePicture';
import modelFile from '@cifra/scan/reader.onnx?url';

/** A page as it is shown: upright, with its staves in the points of the picture. */
export interface ShownPage {
  readonly picture: string;
  readonly width: number;
  readonly height: number;
  readonly staves: readonly Staff[];
}
/** One staff made level, as it was cut out, and what was seen on it. */
export interface ShownStaff {
  readonly strip: string;
  readonly seen: SeenStaff;
}
/** Why a file cannot be read, as far as the picture says. */
export type ScanRefusal = PageRefusal | { readonly kind: 'no-picture' };
export interface OpenedScan {
  readonly page?: ShownPage;
  readonly refused?: ScanRefusal;
}

// The page keeps no other threads: what is shared between them would need every file to be fetched otherwise.
ort.env.wasm.numThreads = 1;
ort.env.wasm.wasmPaths = { mjs: glueFile, wasm: programFile };
let session: Promise<ort.InferenceSession> | undefined;
const network = async (ink: Float32Array, width: number): Promise<Float32Array> => {
  session ??= fetch(modelFile)
    .then((r) => {
      if (!r.ok) throw new Error('the reader of pictures could not be fetched');
      return r.arrayBuffer();
    })
    .then((bytes) => ort.InferenceSession.create(bytes, { executionProviders: ['wasm'] }));
  const { seen } = await (await session).run({ ink: new ort.Tensor('float32', ink, [1, 1, STRIP_HEIGHT, width]) });
  return seen?.data as Float32Array;
};

let page: OpenedPage | undefined;

const api = {
  /**
   * Takes a picture and finds its staves.
   * @param quarters by how many quarter turns it is turned clockwise first
   */
  async open(file: Blob, quarters: number): Promise<OpenedScan> {
    let taken: Picture;
    try {
      taken = await decodePicture(file);
    } catch {
      return { refused: { kind: 'no-picture' } };
    }
    const opened = openPage(quarters === 0 ? taken : turned(taken, 90 * quarters));
    if ('kind' in opened) return { refused: opened };
    page = opened;
    const { picture, staves } = opened;
    return { page: { picture: await pictureUrl(picture), width: picture.width, height: picture.height, staves } };
  },
  /** Reads one staff of the page that was opened last. */
  async read(staff: number): Promise<ShownStaff> {
    const own = page?.staves[staff];
    if (page === undefined || own === undefined) throw new Error('no such staff');
    const { picture } = stripOf(
      page.picture,
      own,
      page.staves.filter((s) => s !== own),
    );
    const symbols = await findSymbols(picture, network);
    return { strip: await pictureUrl(picture), seen: { symbols, width: picture.width } };
  },
};
export type ScanApi = typeof api;

expose(api);
