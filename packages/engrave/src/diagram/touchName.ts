const SPECIAL: Readonly<Record<string, string>> = { Tb: 'thumb B♭', '8s': 'side 8', tr1: 'trill 1', tr2: 'trill 2' };

/** A touch's short name as people read it: `Eb` is E♭, `sideBb` is side B♭. */
export function touchName(name: string): string {
  const special = SPECIAL[name];
  if (special !== undefined) return special;
  const m = /^(side|palm|low|high|t(?=[A-Z])|L(?=[A-Z])|R(?=[A-Z]))?([A-G])(b|s)?$/.exec(name);
  if (m === null) return name;
  const sign = m[3] === 'b' ? '♭' : m[3] === 's' ? '♯' : '';
  const where = m[1] === undefined ? '' : m[1] === 't' ? 'th ' : m[1].length === 1 ? m[1] : `${m[1]} `;
  return `${where}${m[2]}${sign}`;
}
