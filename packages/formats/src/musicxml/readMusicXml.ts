import { failure, MAX_MEASURES, type Result, success } from '@cifra/core';
import { childNamed, childrenNamed, childText, descendants, readXml, textOf, type XmlElement } from '@cifra/xml';
import { assembleScore } from '../import/assembleScore';
import type { Candidate, FileImport, LineChoice } from '../import/fileImport';
import { ProblemList } from '../import/problemList';
import { settleOwner } from '../import/owner';
import { PartReader } from './partReader';

/** The text of a heading element, or nothing. */
const headingText = (e: XmlElement | undefined): string | undefined => {
  const text = textOf(e);
  return text === '' ? undefined : text;
};

/** The voices of a part, each with its count of notes. */
function voicesOf(part: XmlElement): Map<string, number> {
  const voices = new Map<string, number>();
  for (const measure of childrenNamed(part, 'measure')) {
    for (const note of childrenNamed(measure, 'note')) {
      if (childNamed(note, 'pitch') === undefined && childNamed(note, 'unpitched') === undefined) continue;
      if (
        childNamed(note, 'grace') !== undefined ||
        childNamed(note, 'chord') !== undefined ||
        childNamed(note, 'cue') !== undefined
      )
        continue;
      const voice = childText(note, 'voice') ?? '1';
      voices.set(voice, (voices.get(voice) ?? 0) + 1);
    }
  }
  return voices;
}

function unusable(part: XmlElement): Candidate['unusable'] {
  for (const e of descendants(part)) {
    if (e.name === 'unpitched') return 'percussion-part';
    if (e.name === 'sign' && textOf(e) === 'percussion') return 'percussion-part';
    if (e.name === 'sign' && textOf(e) === 'TAB') return 'tablature-part';
  }
  return undefined;
}

function candidatesOf(root: XmlElement): Candidate[] {
  const names = new Map<string, string>();
  for (const p of childrenNamed(childNamed(root, 'part-list') ?? root, 'score-part'))
    names.set(p.attributes.id ?? '', childText(p, 'part-name') ?? '');
  return childrenNamed(root, 'part').flatMap((part, index) => {
    const name = names.get(part.attributes.id ?? '') ?? '';
    const why = unusable(part);
    const measures = childrenNamed(part, 'measure').length;
    return [...voicesOf(part)].map(([voice, notes]): Candidate => ({
      part: index,
      voice,
      partName: name === '' ? `Part ${index + 1}` : name.replace(/\s+/g, ' ').slice(0, 80),
      measures,
      notes,
      ...(why !== undefined && { unusable: why }),
    }));
  });
}

function titleOf(root: XmlElement): string {
  const work = childNamed(root, 'work');
  const credits = childrenNamed(root, 'credit').find((c) => childText(c, 'credit-type') === 'title');
  return (
    headingText(work === undefined ? undefined : childNamed(work, 'work-title')) ??
    headingText(childNamed(root, 'movement-title')) ??
    headingText(credits === undefined ? undefined : childNamed(credits, 'credit-words')) ??
    ''
  );
}

/**
 * Reads MusicXML 3 or 4, score-partwise.
 * @param xml text of the file, already taken out of a compressed container
 * @returns one line as written on its page, or the parts and voices to choose from
 */
export function readMusicXml(xml: string, choice?: LineChoice): Result<FileImport> {
  const parsed = readXml(xml);
  if (!parsed.ok) {
    const { fault } = parsed;
    if (fault.kind === 'entities') return failure('xml-doctype-entities');
    return failure(
      'broken-xml',
      fault.kind === 'malformed'
        ? { line: fault.line, facts: { detail: fault.detail.slice(0, 160) } }
        : { facts: { detail: 'nested too deep' } },
    );
  }
  const { root } = parsed;
  if (root.name === 'score-timewise') return failure('musicxml-timewise');
  if (root.name !== 'score-partwise') return failure('not-musicxml', { facts: { element: root.name.slice(0, 40) } });
  const candidates = candidatesOf(root);
  const parts = childrenNamed(root, 'part');
  const longest = Math.max(0, ...parts.map((p) => childrenNamed(p, 'measure').length));
  if (longest > MAX_MEASURES)
    return failure('too-many-measures', { facts: { measures: longest, limit: MAX_MEASURES } });
  if (candidates.length === 0) return failure('no-music');
  if (choice === undefined && candidates.length > 1) return success({ kind: 'choose', format: 'musicxml', candidates });
  const candidate =
    choice === undefined ? candidates[0] : candidates.find((c) => c.part === choice.part && c.voice === choice.voice);
  const part = candidate === undefined ? undefined : parts[candidate.part];
  if (candidate === undefined || part === undefined)
    return failure(choice !== undefined && parts[choice.part] !== undefined ? 'no-such-voice' : 'no-such-part');
  if (candidate.unusable !== undefined) return failure(candidate.unusable, { facts: { part: candidate.partName } });

  const problems = new ProblemList();
  const reader = new PartReader(part, candidate.voice, problems);
  reader.reportOpen();
  const others = candidates.filter((c) => c.part === candidate.part && c.voice !== candidate.voice);
  if (others.length > 0)
    problems.add('two-voices', 'left-out', { facts: { voices: others.map((c) => c.voice).join(', ') } });
  const creator = childrenNamed(childNamed(root, 'identification') ?? root, 'creator').find(
    (c) => c.attributes.type === 'composer',
  );
  const composer = headingText(creator);
  const { suggestedOwner, measures } = settleOwner(
    candidate.partName,
    reader.measures,
    reader.transpositions,
    problems,
  );
  const score = assembleScore(
    {
      title: titleOf(root),
      ...(composer !== undefined && { composer }),
      measures,
      slurs: reader.slurs,
      hairpins: reader.hairpins,
    },
    problems,
  );
  if (!score.ok) return score;
  return success({ kind: 'line', format: 'musicxml', score: score.value, suggestedOwner, candidate }, score.problems);
}
