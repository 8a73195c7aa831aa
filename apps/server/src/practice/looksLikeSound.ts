import type { SoundType } from '@cifra/contract';

/** The first bytes of what browsers record. */
const LOOKS_LIKE: Readonly<Record<SoundType, (b: Buffer) => boolean>> = {
  'audio/webm': (b) => b.length > 4 && b.readUInt32BE(0) === 0x1a45dfa3,
  'audio/mp4': (b) => b.length > 8 && b.toString('latin1', 4, 8) === 'ftyp',
  'audio/ogg': (b) => b.toString('latin1', 0, 4) === 'OggS',
};

/** Whether bytes are what their type says: anything else is refused, whatever it is called. */
export const looksLikeSound = (type: SoundType, bytes: Buffer): boolean => LOOKS_LIKE[type](bytes);
