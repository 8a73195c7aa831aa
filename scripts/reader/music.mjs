// Made-up music as MEI, one staff a page: everything that a beginner's page may hold, in any mixture, and much that is
// not music. What is drawn is learned from; it is no tune.

const LETTERS = 'cdefgab';
/** The letter steps from C0 of the middle line of each clef. */
const MIDDLE = { G2: 34, F4: 22, C3: 28, C4: 26 };
const METERS = [
  [2, 4],
  [3, 4],
  [3, 4],
  [4, 4],
  [4, 4],
  [4, 4],
  [4, 4, 'common'],
  [2, 2, 'cut'],
  [6, 8],
  [6, 8],
  [3, 8],
  [9, 8],
  [12, 8],
  [5, 4],
  [2, 2],
  [3, 2],
  [6, 4],
  [7, 8],
];
const WORDS = [
  'Allegro',
  'gently',
  'Slide',
  'Trumpet in B',
  'Level 2',
  'Count aloud',
  'dolce',
  'Andante',
  'Round the pond',
  '1 2 3',
  'open',
  'L R L',
  'sempre',
  'Moderato',
  'Play slowly',
  'Team up',
  'legato',
  'rit.',
  'Go!',
  'Duet',
  'tutti',
  'solo',
];
/** Titles over a staff, whose letters are no signs. */
const TITLES = [
  'No. 10',
  '3',
  '12',
  'Salt Lamp',
  'Oboe',
  'Six Steps',
  'A Cold Day',
  'Fog',
  'Sunday',
  'Coats',
  '8. Owls',
  'G5',
  'Pipes & Poles',
  'Slow Sea',
].map((t) => t.replace('&', '&amp;'));
const SYLLABLES = ['la', 'row', 'the', 'moon', 'cold', 'rain', 'will', 'come', 'a-', 'gain', 'to', 'sing', 'oh', 'fly'];

/** One page's music. @returns MEI, and what each id stands for that the drawing does not say */
export function makeMusic(r) {
  const ids = {};
  let count = 0;
  const id = (what) => {
    const name = `x${++count}`;
    ids[name] = what;
    return name;
  };
  let clef = r.among({ G2: 10, F4: 7, C3: 2, C4: 2 });
  let [beats, unit, sym] = r.pick(METERS);
  const fifths = () => Math.max(-7, Math.min(7, Math.round((r.next() + r.next() + r.next() - 1.5) * 6)));
  let key = fifths();
  const keysig = (k) => (k === 0 ? '0' : `${Math.abs(k)}${k > 0 ? 's' : 'f'}`);
  const clefXml = (c) => `<clef shape="${c[0]}" line="${c[1]}"/>`;
  const meterXml = () => `<meterSig count="${beats}" unit="${unit}"${sym ? ` sym="${sym}"` : ''}/>`;
  // How busy this page is: most pages are plain.
  const busy = r.pick([0, 0.3, 0.6, 1, 1.6]);
  const some = (p) => r.is(Math.min(0.9, p * busy));
  const opening = `${clefXml(clef)}<keySig sig="${keysig(key)}"/>${r.is(0.75) ? meterXml() : ''}`;
  const clutter = r.is(0.55) ? r.pick(['lyrics', 'fingers', 'chords', 'words', 'names', 'all']) : 'none';
  const spread = r.pick([2.5, 4, 6]);
  let place = r.int(-4, 4);
  const isOutside = r.is(0.15);
  /** A pitch by its place from the middle line, going on from where it was. */
  const step = () => {
    place += Math.round((r.next() + r.next() - 1) * spread);
    const most = isOutside ? 11 : 7;
    if (place > most) place = most - r.int(0, 4);
    if (place < -most) place = -most + r.int(0, 4);
    if (r.is(0.04)) place = r.int(-11, 11);
    return MIDDLE[clef] + place;
  };
  const controls = [];
  const flow = [];
  const accid = () => {
    if (!some(0.12)) return '';
    const sign = r.among({ s: 4, f: 4, n: 4 });
    return r.is(0.06) ? `<accid accid="${sign}" func="caution" enclose="paren"/>` : `<accid accid="${sign}"/>`;
  };
  const ARTIC = { stacc: 6, acc: 4, ten: 3, marc: 1 };
  const note = (dur, dots = 0, inGroup = false) => {
    const tied = flow.length > 0 && flow.at(-1).kind === 'note' && flow.at(-1).curve === 'tie';
    const at = tied ? flow.at(-1).at : step();
    const name = id({ kind: 'note', dur });
    const artic = some(0.14) ? ` artic="${r.among(ARTIC)}"` : '';
    const clutterXml =
      (clutter === 'lyrics' || clutter === 'all') && r.is(0.9)
        ? `<verse n="1"><syl>${r.pick(SYLLABLES)}</syl></verse>`
        : '';
    const stem = r.is(0.06) ? ` stem.dir="${r.pick(['up', 'down'])}"` : '';
    const entry = { kind: 'note', name, at, curve: undefined };
    if (some(0.1)) entry.curve = 'tie';
    flow.push(entry);
    if ((clutter === 'fingers' || clutter === 'all') && r.is(0.7))
      controls.push(
        `<fing startid="#${name}" place="${r.is(0.8) ? 'above' : 'below'}">${r.pick(['0', '1', '2', '3', '4', '12', '13', '123'])}</fing>`,
      );
    if (clutter === 'names' && r.is(0.9))
      controls.push(
        `<dir startid="#${name}" place="${r.is(0.7) ? 'above' : 'below'}"><rend fontstyle="normal">${LETTERS[at % 7].toUpperCase()}</rend></dir>`,
      );
    if ((clutter === 'chords' || clutter === 'all') && r.is(0.3))
      controls.push(`<harm startid="#${name}">${r.pick(['C', 'G7', 'F', 'Dm', 'Am7', 'B♭', 'E♭'])}</harm>`);
    if (some(0.04)) controls.push(`<fermata startid="#${name}"/>`);
    if (some(0.04) && !inGroup) controls.push(`<breath startid="#${name}"/>`);
    if (some(0.09))
      controls.push(`<dynam startid="#${name}" place="below">${r.pick(['p', 'mp', 'mf', 'f', 'pp', 'ff'])}</dynam>`);
    else if (some(0.02) || (clutter === 'words' && r.is(0.2)))
      controls.push(`<dir startid="#${name}" place="${r.is(0.6) ? 'above' : 'below'}">${r.pick(WORDS)}</dir>`);
    const grace = some(0.015)
      ? `<note grace="unacc" pname="${LETTERS[(at + 1) % 7]}" oct="${Math.floor((at + 1) / 7)}" dur="8"/>`
      : '';
    return `${grace}<note xml:id="${name}" pname="${LETTERS[at % 7]}" oct="${Math.floor(at / 7)}" dur="${dur}"${dots > 0 ? ` dots="${dots}"` : ''}${artic}${stem}>${accid()}${clutterXml}</note>`;
  };
  const rest = (dur, dots = 0) => {
    const name = id({ kind: 'rest', dur });
    flow.push({ kind: 'rest', name });
    return `<rest xml:id="${name}" dur="${dur}"${dots > 0 ? ` dots="${dots}"` : ''}/>`;
  };
  const single = (dur, dots) => (r.is(0.16) ? rest(dur, dots) : note(dur, dots));
  const beamed = (parts) => `<beam>${parts.join('')}</beam>`;
  /** Ways to fill so many sixteenths. */
  const CELLS = {
    16: [() => single(1)],
    12: [() => single(2, 1)],
    8: [
      () => single(2),
      () => single(2),
      () => `${single(4, 1)}${single(8)}`,
      () => `${single(8)}${single(4)}${single(8)}`,
      () => beamed([8, 8, 8, 8].map((d) => note(d, 0, true))),
      () => triplet(4),
    ],
    6: [
      () => single(4, 1),
      () => beamed([8, 8, 8].map((d) => note(d, 0, true))),
      () => `${single(4)}${single(8)}`,
      () => `${single(8)}${single(4)}`,
      () => beamed([note(8, 1, true), note(16, 0, true), note(8, 0, true)]),
    ],
    4: [
      () => single(4),
      () => single(4),
      () => single(4),
      () => beamed([note(8, 0, true), note(8, 0, true)]),
      () => beamed([note(8, 0, true), note(8, 0, true)]),
      () => `${single(8)}${single(8)}`,
      () => `${note(8)}${note(8)}`,
      () => beamed([16, 16, 16, 16].map((d) => note(d, 0, true))),
      () => beamed([note(8, 1, true), note(16, 0, true)]),
      () => beamed([note(8, 0, true), note(16, 0, true), note(16, 0, true)]),
      () => beamed([note(16, 0, true), note(16, 0, true), note(8, 0, true)]),
      () => beamed([note(16, 0, true), note(8, 0, true), note(16, 0, true)]),
      () => triplet(8),
      () => `${single(16)}${single(16)}${single(8)}`,
    ],
    2: [() => single(8), () => single(8), () => beamed([note(16, 0, true), note(16, 0, true)])],
  };
  function triplet(dur) {
    const parts = r.is(0.8)
      ? [note(dur, 0, true), note(dur, 0, true), note(dur, 0, true)]
      : r.pick([
          [note(dur, 0, true), rest(dur), note(dur, 0, true)],
          [note(dur * 0.5, 0, true), note(dur, 0, true)],
        ]);
    const bracket = r.is(0.6) ? '' : ` bracket.visible="${r.is(0.5)}"`;
    return `<tuplet num="3" numbase="2"${bracket}>${dur > 4 && parts.length === 3 && !parts.some((p) => p.startsWith('<rest')) ? beamed(parts) : parts.join('')}</tuplet>`;
  }
  const fill = (sixteenths) => {
    const parts = [];
    for (let left = sixteenths; left > 0;) {
      const fits = Object.keys(CELLS)
        .map(Number)
        .filter((c) => c <= left && (unit < 8 ? c % 2 === 0 : c !== 8 && c !== 16));
      const c = r.pick(fits.flatMap((f) => Array(f === 4 || f === 6 ? 3 : 1).fill(f)));
      parts.push(r.pick(CELLS[c])());
      left -= c;
    }
    return parts.join('');
  };

  const measures = r.int(2, 6);
  let body = '';
  const ending = r.is(0.12) ? r.int(0, measures - 1) : -1;
  const endingNumber = r.pick([1, 1, 2]);
  for (let m = 0; m < measures; m++) {
    let before = '';
    if (m > 0 && r.is(0.05)) {
      key = fifths();
      before += `<keySig sig="${keysig(key)}"/>`;
    }
    if (m > 0 && r.is(0.05)) {
      [beats, unit, sym] = r.pick(METERS);
      before += meterXml();
    }
    if (before !== '') before = `<scoreDef>${before}</scoreDef>`;
    let layer = '';
    if (m > 0 && r.is(0.03)) {
      clef = r.pick(Object.keys(MIDDLE));
      layer += clefXml(clef);
    }
    const first = flow.length;
    const full = (beats * 16) / unit;
    const dice = r.next();
    if (dice < 0.03) layer += `<mRest xml:id="${id({ kind: 'rest', dur: 1 })}"/>`;
    else if (dice < 0.055) layer += `<multiRest xml:id="${id({ kind: 'many' })}" num="${r.int(2, 32)}"/>`;
    else layer += fill(m === 0 && r.is(0.15) ? Math.max(2, full - 4 * r.int(1, 2)) : full);
    if (dice < 0.055) flow.push({ kind: 'rest' });
    const here = flow.slice(first).filter((f) => f.kind === 'note');
    let extra = '';
    if (here.length > 1 && r.is(0.05))
      extra += `<hairpin startid="#${here[0].name}" endid="#${here.at(-1).name}" form="${r.pick(['cres', 'dim'])}" place="below"/>`;
    if (here.length > 0 && some(0.07))
      extra += `<repeatMark startid="#${here[0].name}" func="${r.pick(['segno', 'coda'])}"/>`;
    if (here.length > 0 && some(0.12))
      extra += `<dir startid="#${here.at(-1).name}" place="${r.is(0.7) ? 'above' : 'below'}">${r.pick(['D.C.', 'D.C. al Fine', 'D.C. al Coda', 'D.S. al Fine', 'D.S. al Coda', 'D.S.', 'Fine', 'Fine', 'To Coda', 'to Coda', 'FINE'])}</dir>`;
    if (here.length > 0 && m < 2 && r.is(0.25))
      extra += `<dir startid="#${r.pick(here).name}" place="above"><rend fontstyle="normal" fontsize="${r.int(130, 260)}%"${r.is(0.5) ? ' fontweight="bold"' : ''}>${r.pick(TITLES)}</rend></dir>`;
    if (here.length > 0 && m === 0 && r.is(0.2))
      extra += `<tempo startid="#${here[0].name}">${r.pick(['Allegro', 'Andante', 'Slowly', 'March'])}${r.is(0.5) ? ` = ${r.int(60, 140)}` : ''}</tempo>`;
    const end =
      m === measures - 1
        ? r.among({ end: 6, rptend: 4, dbl: 2, single: 4 })
        : r.among({ single: 40, dbl: 2, rptend: 3, end: 0.5 });
    const start = r.is(0.06) ? ' left="rptstart"' : '';
    const text = `${before}<measure n="${m + 1}"${start}${end === 'single' ? '' : ` right="${end}"`}><staff n="1"><layer n="1">${layer}</layer></staff>@${m}@${extra}</measure>`;
    body += m === ending ? `<ending n="${endingNumber}${r.is(0.7) ? '.' : ''}">${text}</ending>` : text;
  }
  // Curves: ties that were asked for, and slurs of two to six notes.
  const notes = flow;
  const measureOf = new Map();
  body
    .split('<measure ')
    .slice(1)
    .forEach((text, m) => {
      for (const [, name] of text.matchAll(/xml:id="(x\d+)"/g)) measureOf.set(name, m);
    });
  const curves = Array.from({ length: measures }, () => '');
  let slurUntil = -1;
  notes.forEach((n, i) => {
    if (n.kind !== 'note') return;
    const next = notes[i + 1];
    if (n.curve === 'tie' && next?.kind === 'note' && next.at === n.at) {
      curves[measureOf.get(n.name)] += `<tie startid="#${n.name}" endid="#${next.name}"/>`;
      return;
    }
    if (i <= slurUntil || !some(0.13)) return;
    const to = notes
      .slice(i + 1, i + 2 + r.int(0, 4))
      .filter((o) => o.kind === 'note')
      .at(-1);
    if (to === undefined) return;
    slurUntil = notes.indexOf(to);
    curves[measureOf.get(n.name)] += `<slur startid="#${n.name}" endid="#${to.name}"/>`;
  });
  const perMeasure = Array.from({ length: measures }, () => '');
  for (const c of controls) {
    const name = /startid="#(x\d+)"/.exec(c)?.[1];
    perMeasure[measureOf.get(name)] += c;
  }
  body = body.replace(/@(\d+)@/g, (_, m) => curves[m] + perMeasure[m]);
  const mei =
    '<?xml version="1.0"?><mei xmlns="http://www.music-encoding.org/ns/mei"><meiHead/><music><body><mdiv><score>' +
    `<scoreDef><staffGrp><staffDef n="1" lines="5">${opening}</staffDef></staffGrp></scoreDef>` +
    `<section>${body}</section></score></mdiv></body></music></mei>`;
  return { mei, ids };
}
