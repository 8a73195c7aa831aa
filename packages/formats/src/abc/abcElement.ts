/* The shapes of abcjs's parse result that are used here; its own types leave most of them open. */
export interface AbcPitch {
  pitch: number;
  accidental?: string;
  startTie?: object;
  startSlur?: { label: number }[];
  endSlur?: number[];
}
export interface AbcElement {
  el_type: string;
  type?: string;
  duration?: number;
  pitches?: AbcPitch[];
  rest?: { type: string; text?: number };
  decoration?: string[];
  startTriplet?: number;
  endTriplet?: boolean;
  tripletMultiplier?: number;
  tripletR?: number;
  gracenotes?: unknown[];
  chord?: { name: string; position: string }[];
  startEnding?: string;
  endEnding?: boolean;
  startChar?: number;
  clefPos?: number;
  accidentals?: { acc: string; note: string }[];
  root?: string;
  mode?: string;
  value?: { num: string; den?: string }[];
  startSlur?: { label: number }[];
  endSlur?: number[];
  duration_?: number[];
  bpm?: number;
  preString?: string;
  postString?: string;
  steps?: number;
}
export interface AbcStaff {
  voices: AbcElement[][];
  clef?: { type: string; clefPos?: number; transpose?: number };
  key?: AbcElement;
  meter?: AbcElement;
  title?: (string | undefined)[];
}
export interface AbcTune {
  metaText: {
    title?: string;
    composer?: string;
    partOrder?: string;
    unalignedWords?: unknown[];
    tempo?: { preString?: string; postString?: string; duration?: number[]; bpm?: number };
  };
  lines: { staff?: AbcStaff[] }[];
  warnings?: string[];
}

/** The voices of a tune as flat streams: abcjs breaks them into lines and staves. */
export interface Stream {
  name: string;
  elements: AbcElement[];
  clef: string;
  /** Half steps from what is written to what sounds. */
  transpose: number;
  key: AbcElement | undefined;
  meter: AbcElement | undefined;
}
