import type { Key } from '../key/key';
import type { Clef } from '../key/signature';
import type { Meter } from '../meter/meter';
import type { Written } from '../pitch/pitch';
import type { ChordSymbol } from '../score/chordSymbol';
import type { NoteValue } from '../score/duration';
import type { Articulation, Dynamic, NavigationSign, Score, Tempo } from '../score/score';
import type { KeyMove } from './keyChange';
import type { Pen, WriteMode } from './pen';
import type { PitchChange } from './pitches';

/** Everything that can be done to a line. A sign is put on the selection or, without one, on the event just written. */
export type Command =
  | { readonly kind: 'write-note'; readonly pitch: Written; readonly pen: Pen }
  | { readonly kind: 'write-rest'; readonly pen: Pen }
  /** The next event takes the pen's length, the bars after it are set anew. */
  | { readonly kind: 'write-length'; readonly pen: Pen }
  | { readonly kind: 'remove'; readonly back: boolean; readonly mode: WriteMode }
  | { readonly kind: 'change-pitch'; readonly change: PitchChange }
  | { readonly kind: 'set-length'; readonly value: NoteValue; readonly dots: number }
  | { readonly kind: 'scale-lengths'; readonly longer: boolean }
  | { readonly kind: 'dots' }
  | { readonly kind: 'triplet' }
  | { readonly kind: 'tie' }
  | { readonly kind: 'slur' }
  | { readonly kind: 'hairpin'; readonly which: 'crescendo' | 'diminuendo' }
  | { readonly kind: 'articulation'; readonly which: Articulation }
  | { readonly kind: 'fermata' }
  | { readonly kind: 'breath' }
  | { readonly kind: 'courtesy' }
  | { readonly kind: 'dynamic'; readonly which: Dynamic }
  | { readonly kind: 'words'; readonly words: string }
  /** What others play from the event on; nothing takes it away. */
  | { readonly kind: 'chord'; readonly chord: ChordSymbol | undefined }
  /** Words to sing under the whole line, as they are typed. */
  | { readonly kind: 'syllables'; readonly text: string }
  | { readonly kind: 'barline' }
  | { readonly kind: 'join-measures' }
  | { readonly kind: 'repeat-measure' }
  | { readonly kind: 'delete-measures' }
  | { readonly kind: 'add-measure' }
  | { readonly kind: 'repeat-start' }
  | { readonly kind: 'repeat-end' }
  /** Segno and coda at the first of the selected bars, the rest at the last. */
  | { readonly kind: 'navigation'; readonly sign: NavigationSign }
  | { readonly kind: 'ending'; readonly numbers: readonly number[] }
  | { readonly kind: 'double-bar' }
  | { readonly kind: 'pickup' }
  | { readonly kind: 'tempo'; readonly tempo: Tempo | undefined }
  | { readonly kind: 'clef'; readonly clef: Clef | undefined }
  | { readonly kind: 'meter'; readonly meter: Meter | undefined; readonly rebar: boolean }
  | { readonly kind: 'key'; readonly key: Key | undefined; readonly notes: KeyMove }
  | { readonly kind: 'move-to-key'; readonly key: Key }
  | { readonly kind: 'paste'; readonly clip: Score<Written>; readonly mode: WriteMode }
  /** The whole line at once, as from its text; what is the same keeps its ids. */
  | { readonly kind: 'replace'; readonly score: Score<Written> };
