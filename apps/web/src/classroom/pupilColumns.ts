/**
 * What the table of pupils says in free text. A column stands here, in the DTO and in the database, and nowhere else.
 */
export const TEXT_COLUMNS = [
  { name: 'seat', head: 'Seat', label: 'Seat of', most: 20, width: 'w-24', heads: ['seat', 'section', 'desk'] },
  { name: 'note', head: 'Note', label: 'Note on', most: 300, width: '', heads: ['note', 'notes', 'remark'] },
] as const;
export type TextColumn = (typeof TEXT_COLUMNS)[number]['name'];
