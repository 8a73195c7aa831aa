export { type DrawnStaff, drawnPage, shaded } from './drawnPage';
export { seen, seenStaff } from './seenStaff';
export { bar, clef, meter, note, score, words } from './seenLines';
