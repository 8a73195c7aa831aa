// One thread of the readers' bench: makes its share of spoiled files from a seed, and reads each.
import { parentPort, workerData } from 'node:worker_threads';
import { strFromU8, strToU8, zipSync } from 'fflate';
import { demoTunes, require } from './measuring.mjs';

const core = require('@cifra/core');
const formats = require('@cifra/formats');

/** The same numbers each time for the same seed. */
function randomOf(seed) {
  let state = (seed * 2654435761) >>> 0 || 1;
  return (below) => {
    state ^= state << 13;
    state >>>= 0;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return state % below;
  };
}

const sounding = (exercise) => core.perform(core.realize(exercise));
const sources = demoTunes().map((exercise) => {
  const xml = formats.writeMusicXml({ score: exercise.source, partName: 'Line', toConcert: core.UNISON });
  return {
    musicxml: xml,
    abc: formats.writeAbc(exercise.source),
    json: formats.writeCifraFile(exercise),
    midi: formats.writeMidi(sounding(exercise), { title: 'Line', program: 0, countIn: true }),
    mxl: formats.writeMxl(xml),
  };
});
const NUMBERS = ['-1', '0', '999999999999', '-2147483649', '1e309', 'NaN', '0.3333', '', '\u0000', '٣'];

/** Elements of XML, or bars of text, as pieces that can be dropped, doubled, nested and moved. */
function spoilText(text, random) {
  const pieces = text.split(/(?<=>)(?=<)|(?<=\|)/);
  const times = 1 + random(4);
  for (let i = 0; i < times; i++) {
    const at = random(pieces.length);
    switch (random(7)) {
      case 0:
        pieces.splice(at, 1 + random(8));
        break;
      case 1:
        pieces.splice(at, 0, ...pieces.slice(at, at + 1 + random(12)));
        break;
      case 2:
        pieces.splice(at, 0, ...Array.from({ length: 1 + random(3000) }, () => pieces[at] ?? ''));
        break;
      case 3:
        pieces[at] = (pieces[at] ?? '').replace(/-?\d+/, NUMBERS[random(NUMBERS.length)]);
        break;
      case 4:
        pieces[at] = (pieces[at] ?? '').replace(/[A-Za-z]+/, (w) => w.split('').reverse().join(''));
        break;
      case 5:
        [pieces[at], pieces[random(pieces.length)]] = [pieces[random(pieces.length)] ?? '', pieces[at] ?? ''];
        break;
      default:
        pieces[at] = `${pieces[at] ?? ''}${String.fromCharCode(random(0x2fff))}<&>"`;
    }
  }
  return pieces.join('').slice(0, 4 * 1024 * 1024);
}

function spoilBytes(bytes, random) {
  const spoiled = Uint8Array.from(bytes);
  const flips = 1 + random(12);
  for (let i = 0; i < flips; i++) spoiled[random(spoiled.length)] = random(256);
  return random(4) === 0 ? spoiled.slice(0, random(spoiled.length)) : spoiled;
}

const MAKERS = {
  'MusicXML, elements': (s, r) => strToU8(spoilText(s.musicxml, r)),
  'MusicXML, bytes': (s, r) => spoilBytes(strToU8(s.musicxml), r),
  'compressed MusicXML': (s, r) =>
    r(2) === 0
      ? spoilBytes(s.mxl, r)
      : zipSync(
          {
            'META-INF/container.xml': strToU8(
              '<container><rootfiles><rootfile full-path="a.musicxml"/></rootfiles></container>',
            ),
            'a.musicxml': strToU8(spoilText(s.musicxml, r)),
          },
          { level: 1 },
        ),
  'ABC, pieces': (s, r) => strToU8(spoilText(s.abc, r)),
  'ABC, bytes': (s, r) => spoilBytes(strToU8(s.abc), r),
  'MIDI, bytes': (s, r) => spoilBytes(s.midi, r),
  "files of Cifra's own": (s, r) =>
    strToU8(r(2) === 0 ? spoilText(s.json, r) : strFromU8(spoilBytes(strToU8(s.json), r), true)),
};
const kinds = Object.keys(MAKERS);
const byKind = Object.fromEntries(kinds.map((k) => [k, { files: 0, read: 0, refused: 0, worst: 0, unnamed: [] }]));
let heapMb = 0;

for (let i = workerData.from; i < workerData.to; i++) {
  const random = randomOf(i + 1);
  const kind = kinds[i % kinds.length];
  const bytes = MAKERS[kind](sources[random(sources.length)], random);
  parentPort.postMessage({ at: i });
  const start = performance.now();
  let result = formats.readFile(bytes);
  if (result.ok && result.value.kind === 'choose') {
    const usable = result.value.candidates.find((c) => c.unusable === undefined);
    if (usable !== undefined) result = formats.readFile(bytes, usable);
  }
  const ms = performance.now() - start;
  const r = byKind[kind];
  r.files += 1;
  r.worst = Math.max(r.worst, ms);
  if (result.ok) r.read += 1;
  else {
    r.refused += 1;
    if (result.problems.length === 0 || result.problems.some((p) => typeof p.code !== 'string'))
      r.unnamed.push(`${kind} ${i}`);
  }
  // What was read can be stored and drawn: a value is a whole one.
  if (result.ok && result.value.kind === 'line') {
    const read = core.readExercise(
      JSON.parse(JSON.stringify({ owner: 'concert', source: result.value.score, partChoices: {} })),
    );
    if (!read.ok) r.unnamed.push(`${kind} ${i}: a value that cannot be stored, ${JSON.stringify(read.problems[0])}`);
  }
  if (i % 200 === 0) heapMb = Math.max(heapMb, process.memoryUsage().heapUsed / 2 ** 20);
}
parentPort.postMessage({ done: { byKind, heapMb } });
