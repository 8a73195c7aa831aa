import { elementsOf, isElement, textOf, type XmlElement } from '@cifra/xml';
import pathBounds from 'svg-path-bounds';
import { measureText, SERIF_WIDER } from '../text/measureText';

/** A drawn thing and the room it takes, in hundredths of a millimetre. */
export interface Box<K extends string> {
  readonly kind: K;
  /** Where it comes from. */
  readonly what: string;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

interface Named<K> {
  readonly kind: K;
  readonly what: string;
}

/** What an element and all in it is, by what it stands in; `skip` leaves it out. */
export interface BoxNames<K extends string> {
  readonly start: Named<K>;
  readonly nameOf: (e: XmlElement, outer: Named<K>) => Named<K> | 'skip';
}

type Matrix = readonly [a: number, d: number, e: number, f: number];
const IDENTITY: Matrix = [1, 1, 0, 0];
/** Only moved and scaled: pages hold no other transformation but a tempo note's tilt, which its size hardly feels. */
const times = ([a, d, e, f]: Matrix, text: string | undefined): Matrix => {
  let m: Matrix = [a, d, e, f];
  for (const [, name, inside = ''] of (text ?? '').matchAll(/(\w+)\(([^)]*)\)/g)) {
    const [x = 0, y] = inside.split(/[ ,]+/).map(Number);
    if (name === 'translate') m = [m[0], m[1], m[2] + m[0] * x, m[3] + m[1] * (y ?? 0)];
    if (name === 'scale') m = [m[0] * x, m[1] * (y ?? x), m[2], m[3]];
  }
  return m;
};

/** Text is as high as its capitals; it hangs a little below its line. */
const CAPITALS = 0.72;
const HANGS = 0.05;

/** Glyphs come again and again: each outline is measured once. */
const measured = new Map<string, [number, number, number, number]>();

function boundsOf(d: string): [number, number, number, number] {
  if (d.length > 400) return pathBounds(d);
  let bounds = measured.get(d);
  if (bounds === undefined) {
    if (measured.size > 2000) measured.clear();
    measured.set(d, (bounds = pathBounds(d)));
  }
  return bounds;
}

const SLICES = 12;

/** `405px` is a size too. */
const sizeOf = (size: string | number): number => (typeof size === 'number' ? size : Number.parseFloat(size));

class BoxReader<K extends string> {
  readonly boxes: Box<K>[] = [];

  constructor(
    private readonly glyphs: Map<string, XmlElement>,
    private readonly nameOf: BoxNames<K>['nameOf'],
  ) {}

  add(kind: K, what: string, [a, d, e, f]: Matrix, [l, t, r, b]: readonly [number, number, number, number]): void {
    const xs = [a * l + e, a * r + e];
    const ys = [d * t + f, d * b + f];
    if (Number.isNaN(a + d + e + f + l + t + r + b)) throw new Error(`${what} has no place`);
    this.boxes.push({
      kind,
      what,
      left: Math.min(...xs),
      right: Math.max(...xs),
      top: Math.min(...ys),
      bottom: Math.max(...ys),
    });
  }

  walk(e: XmlElement, m: Matrix, kind: K, what: string, inGlyph = false): void {
    if (e.name === 'defs') {
      for (const g of elementsOf(e)) this.glyphs.set(g.attributes.id ?? '', g);
      return;
    }
    const named = inGlyph ? { kind, what } : this.nameOf(e, { kind, what });
    if (named !== 'skip') this.own(e, times(m, e.attributes.transform), named.kind, named.what, inGlyph);
  }

  private own(e: XmlElement, m: Matrix, kind: K, what: string, inGlyph: boolean): void {
    const { attributes: a } = e;
    const n = (key: string): number => Number(a[key] ?? 0);
    switch (e.name) {
      case 'use': {
        const glyph = this.glyphs.get((a['xlink:href'] ?? '').slice(1));
        if (glyph !== undefined) this.walk(glyph, m, kind, what, true);
        return;
      }
      case 'path':
        if (a.d !== undefined && a.d !== '') this.path(a.d, m, kind, what, inGlyph);
        return;
      case 'polygon':
      case 'polyline':
        this.polygon(a.points ?? '', m, kind, what);
        return;
      case 'rect':
        this.add(kind, what, m, [n('x'), n('y'), n('x') + n('width'), n('y') + n('height')]);
        return;
      case 'circle':
      case 'ellipse': {
        const [rx, ry] = [Number(a.rx ?? a.r), Number(a.ry ?? a.r)];
        this.add(kind, what, m, [n('cx') - rx, n('cy') - ry, n('cx') + rx, n('cy') + ry]);
        return;
      }
      case 'text':
        this.text(e, m, kind, what, n('x'), n('y'));
        return;
      default:
        for (const c of elementsOf(e)) this.walk(c, m, kind, what, inGlyph);
    }
  }

  /** A slur or tie is taken in pieces: its whole box would hold much that it does not touch. */
  private path(d: string, m: Matrix, kind: K, what: string, inGlyph: boolean): void {
    const curve = !inGlyph ? /^M(-?[\d.]+),(-?[\d.]+) ?C(.*)$/.exec(d.replace(/\s+/g, ' ').trim()) : null;
    if (curve === null) {
      this.add(kind, what, m, boundsOf(d));
      return;
    }
    const p = (d.match(/-?\d+(?:\.\d+)?/g) ?? []).map(Number);
    const [x0 = 0, y0 = 0, x1 = 0, y1 = 0, x2 = 0, y2 = 0, x3 = 0, y3 = 0] = p;
    const at = (t: number): [number, number] => {
      const u = 1 - t;
      return [
        u ** 3 * x0 + 3 * u * u * t * x1 + 3 * u * t * t * x2 + t ** 3 * x3,
        u ** 3 * y0 + 3 * u * u * t * y1 + 3 * u * t * t * y2 + t ** 3 * y3,
      ];
    };
    for (let i = 0; i < 16; i++) {
      const [[ax, ay], [bx, by]] = [at(i / 16), at((i + 1) / 16)];
      this.add(kind, what, m, [Math.min(ax, bx), Math.min(ay, by), Math.max(ax, bx), Math.max(ay, by)]);
    }
  }

  /** A slanted beam or wedge is taken in slices. */
  private polygon(points: string, m: Matrix, kind: K, what: string): void {
    const numbers = (points.match(/-?\d+(?:\.\d+)?/g) ?? []).map(Number);
    const corners = Array.from(
      { length: Math.floor(numbers.length / 2) },
      (_u, i) => [numbers[2 * i] ?? 0, numbers[2 * i + 1] ?? 0] as const,
    );
    const xs = corners.map(([x]) => x);
    const [left, right] = [Math.min(...xs), Math.max(...xs)];
    const edges = corners.map((p, i) => [p, corners[(i + 1) % corners.length] ?? p] as const);
    const at = (x: number): number[] =>
      edges.flatMap(([[ax, ay], [bx, by]]) =>
        x < Math.min(ax, bx) - 0.5 || x > Math.max(ax, bx) + 0.5
          ? []
          : Math.abs(bx - ax) < 1
            ? [ay, by]
            : [ay + ((x - ax) / (bx - ax)) * (by - ay)],
      );
    for (let i = 0; i < SLICES; i++) {
      const [from, to] = [left + ((right - left) * i) / SLICES, left + ((right - left) * (i + 1)) / SLICES];
      const ys = [...at(from), ...at(to)];
      if (ys.length > 0) this.add(kind, what, m, [from, Math.min(...ys), to, Math.max(...ys)]);
    }
  }

  private text(e: XmlElement, m: Matrix, kind: K, what: string, x: number, y: number): void {
    const size = sizeOf(e.attributes['font-size'] ?? 0);
    const spans = elementsOf(e).filter((c) => c.name === 'tspan');
    if (spans.length === 0 || spans.every((s) => s.attributes.x === undefined)) {
      const inner = spans.map((s) => sizeOf(s.attributes['font-size'] ?? 0));
      const high = Math.max(
        size,
        ...inner,
        ...spans.flatMap((s) => elementsOf(s).map((t) => sizeOf(t.attributes['font-size'] ?? 0))),
      );
      const wide = measureText(textOf(e), high, 'semibold') * SERIF_WIDER;
      const from = e.attributes['text-anchor'] === 'middle' ? x - wide / 2 : x;
      if (textOf(e).trim() !== '') this.add(kind, what, m, [from, y - CAPITALS * high, from + wide, y + HANGS * high]);
      return;
    }
    for (const s of spans) {
      const own = s.children.filter((c) => !isElement(c)).join('');
      const high = sizeOf(s.attributes['font-size'] ?? size);
      const [sx, sy] = [Number(s.attributes.x ?? x), Number(s.attributes.y ?? y)];
      this.add(kind, `${what} “${own}”`, m, [
        sx,
        sy - CAPITALS * high,
        sx + measureText(own, high, s.attributes['font-weight'] === '600' ? 'semibold' : 'regular'),
        sy + HANGS * high,
      ]);
    }
  }
}

/**
 * Every drawn thing in an element with its box: glyphs by their outlines, slurs in pieces, beams in slices, text by its
 * measured width.
 * @param glyphs the glyphs that it uses, where it does not hold them itself
 */
export function readBoxes<K extends string>(
  root: XmlElement,
  { start, nameOf }: BoxNames<K>,
  glyphs: readonly XmlElement[] = [],
): Box<K>[] {
  const reader = new BoxReader<K>(new Map(glyphs.map((g) => [g.attributes.id ?? '', g])), nameOf);
  reader.walk(root, IDENTITY, start.kind, start.what);
  return reader.boxes;
}
