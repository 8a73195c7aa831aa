import type { Caution, Section } from '@cifra/core';

export const SECTION_WORDS: Readonly<Record<Section, string>> = {
  recorders: 'Recorders',
  flutes: 'Flutes',
  'double-reeds': 'Double reeds',
  clarinets: 'Clarinets',
  saxophones: 'Saxophones',
  trumpets: 'Trumpets',
  horns: 'Horns',
  trombones: 'Trombones',
  'low-brass': 'Low brass',
};

export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  'rest-lips': 'Rest when lips tire.',
  'protect-ears': 'Loud in a small room: keep sessions short, protect ears.',
  'clean-mouthpiece': 'Do not share a mouthpiece unwashed.',
  condensation: 'Empty water onto a towel, not the floor.',
  'clear-slide': 'Clear the space before the slide goes out.',
  'soak-reed': 'Wet the reed before playing, dry it after.',
  'reed-cap': 'Put the cap on whenever the instrument rests.',
  'no-sharing': 'Do not share mouthpiece or reed unwashed.',
  'neck-strap': 'Set the strap so that the neck stays straight.',
  'light-grip': 'Fingers close lightly; no squeezing.',
  dizzy: 'Feeling dizzy: stop, breathe, sit down.',
};
