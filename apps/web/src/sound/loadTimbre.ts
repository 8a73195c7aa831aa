/// <reference types="vite/client" />
import type { TimbreName } from './timbre';

const FILES = import.meta.glob<string>('./samples/*.flac', { query: '?url', import: 'default', eager: true });
const LOADED = new Map<TimbreName, Promise<AudioBuffer>>();
const DECODE_RATE = 44100;

/** Where the sounds of a timbre are. */
export const timbreFile = (name: TimbreName): string => FILES[`./samples/${name}.flac`] ?? '';

async function fetchTimbre(name: TimbreName): Promise<AudioBuffer> {
  const response = await fetch(timbreFile(name));
  if (!response.ok) throw new Error(`the sound of the ${name} did not come; check the connection`);
  // Decoding needs no permission to sound.
  return new OfflineAudioContext(1, 1, DECODE_RATE).decodeAudioData(await response.arrayBuffer());
}

/** Fetches a timbre once; one that failed is fetched again when it is next asked for. */
export function loadTimbre(name: TimbreName): Promise<AudioBuffer> {
  let loaded = LOADED.get(name);
  if (loaded === undefined) {
    loaded = fetchTimbre(name);
    LOADED.set(name, loaded);
    loaded.catch(() => LOADED.delete(name));
  }
  return loaded;
}
