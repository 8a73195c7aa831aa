import { elementsOf, isElement, readXml, type XmlElement } from '@cifra/xml';
import PDFDocument from 'pdfkit';

type Document = typeof PDFDocument.prototype;

/** What an element passes on to those in it. */
interface Style {
  readonly fill: string;
  readonly stroke: string;
  readonly strokeWidth: number;
  readonly cap: string;
  readonly join: string;
  readonly family: string;
  readonly bold: boolean;
  readonly size: number;
}

/** Where the face of a family is registered. */
export type FaceFor = (family: string, bold: boolean) => string;

const START: Style = {
  fill: '#000000',
  stroke: 'none',
  strokeWidth: 1,
  cap: 'butt',
  join: 'miter',
  family: '',
  bold: false,
  size: 12,
};
const SEMIBOLD = 600;

const number = (text: string | undefined, otherwise = 0): number =>
  text === undefined ? otherwise : Number.parseFloat(text);

const paint = (value: string | undefined, otherwise: string): string =>
  value === undefined ? otherwise : value === 'currentColor' ? '#000000' : value;

function styleOf({ attributes: a }: XmlElement, outer: Style): Style {
  return {
    fill: paint(a.fill, outer.fill),
    stroke: paint(a.stroke, outer.stroke),
    strokeWidth: number(a['stroke-width'], outer.strokeWidth),
    cap: a['stroke-linecap'] ?? outer.cap,
    join: a['stroke-linejoin'] ?? outer.join,
    family: a['font-family'] ?? outer.family,
    bold:
      a['font-weight'] === undefined ? outer.bold : a['font-weight'] === 'bold' || number(a['font-weight']) >= SEMIBOLD,
    size: number(a['font-size'], outer.size),
  };
}

/** @throws Error for a transformation that no page of ours has: a bug */
function transform(doc: Document, text: string): void {
  for (const [, name, inside = ''] of text.matchAll(/(\w+)\(([^)]*)\)/g)) {
    const [x = 0, y, z] = inside.split(/[ ,]+/).map(Number);
    if (name === 'translate') doc.translate(x, y ?? 0);
    else if (name === 'scale') doc.scale(x, y ?? x);
    else if (name === 'rotate') doc.rotate(x, { origin: [y ?? 0, z ?? 0] });
    else throw new Error(`a page holds the transformation ${name}`);
  }
}

/** Lines before which something is drawn are thin at most a hair. */
function finish(doc: Document, { fill, stroke, strokeWidth, cap, join }: Style): void {
  const lined = stroke !== 'none' && strokeWidth > 0;
  if (lined)
    doc
      .lineWidth(strokeWidth)
      .lineCap(cap as 'butt')
      .lineJoin(join as 'miter');
  if (fill !== 'none' && lined) doc.fillAndStroke(fill, stroke);
  else if (fill !== 'none') doc.fill(fill);
  else if (lined) doc.stroke(stroke);
}

/** An outline as the lines of a PDF that draw it. */
function outlineOf(d: string): string {
  const lines: string[] = [];
  const recorder = Object.create(PDFDocument.prototype) as Document;
  recorder.addContent = (written: string) => {
    lines.push(written);
    return recorder;
  };
  recorder.path(d);
  return lines.join('\n');
}

const isPainted = ({ fill, stroke }: Style): boolean => fill !== 'none' || stroke !== 'none';

/**
 * Draws pages as the engraver writes them: the few kinds of elements that they hold, with text as text.
 * @param scale points to a unit of a page
 */
export class PageDrawer {
  private readonly glyphs = new Map<string, XmlElement>();
  /** A book draws the same note, hole and valve a thousand times: each outline is read once. */
  private readonly outlines = new Map<string, string>();

  constructor(
    private readonly doc: Document,
    private readonly scale: number,
    private readonly faceFor: FaceFor,
  ) {}

  /**
   * Draws a page, SVG of our own, on the sheet that the document has come to.
   * @throws Error when it holds what no page of ours holds: a bug
   */
  page(svg: string): void {
    const read = readXml(svg);
    if (!read.ok) throw new Error('an engraved page cannot be read');
    this.doc.save();
    this.doc.scale(this.scale);
    this.draw(read.root, START);
    this.doc.restore();
  }

  private draw(e: XmlElement, outer: Style): void {
    if (e.name === 'defs') {
      for (const glyph of elementsOf(e)) this.glyphs.set(glyph.attributes.id ?? '', glyph);
      return;
    }
    const { transform: moved } = e.attributes;
    if (moved === undefined) return this.drawHere(e, styleOf(e, outer));
    this.doc.save();
    transform(this.doc, moved);
    this.drawHere(e, styleOf(e, outer));
    this.doc.restore();
  }

  private drawHere(e: XmlElement, style: Style): void {
    const { doc } = this;
    const { attributes: a } = e;
    switch (e.name) {
      case 'svg':
      case 'g':
      case 'symbol':
        for (const child of elementsOf(e)) this.draw(child, style);
        return;
      case 'use': {
        const glyph = this.glyphs.get((a['xlink:href'] ?? a.href ?? '').slice(1));
        if (glyph === undefined) throw new Error('a page uses a glyph that it does not hold');
        return this.draw(glyph, style);
      }
      case 'text':
        return this.text(e, style, number(a.x), number(a.y));
      case 'title':
      case 'desc':
        return;
      default:
        break;
    }
    if (!isPainted(style)) return;
    switch (e.name) {
      case 'path':
        this.path(a.d ?? '');
        break;
      case 'rect': {
        const r = Math.min(number(a.rx), number(a.width) / 2, number(a.height) / 2);
        if (r > 0) doc.roundedRect(number(a.x), number(a.y), number(a.width), number(a.height), r);
        else doc.rect(number(a.x), number(a.y), number(a.width), number(a.height));
        break;
      }
      case 'circle':
        doc.circle(number(a.cx), number(a.cy), number(a.r));
        break;
      case 'ellipse':
        doc.ellipse(number(a.cx), number(a.cy), number(a.rx), number(a.ry));
        break;
      case 'polygon':
        this.path(`M${a.points ?? ''}Z`);
        break;
      case 'polyline':
        this.path(`M${a.points ?? ''}`);
        break;
      default:
        throw new Error(`a page holds the element ${e.name}`);
    }
    finish(doc, style);
  }

  private path(d: string): void {
    const outline = this.outlines.get(d) ?? outlineOf(d);
    this.outlines.set(d, outline);
    this.doc.addContent(outline);
  }

  /**
   * Text, and text in it, each run at its own place or after the one before it.
   * @returns nothing; where it ends is kept by the caller's runs
   */
  private text(e: XmlElement, style: Style, x: number, y: number): void {
    let at = { x, y };
    for (const child of e.children) {
      if (isElement(child)) {
        const inner = styleOf(child, style);
        const start = { x: number(child.attributes.x, at.x), y: number(child.attributes.y, at.y) };
        const own = child.children
          .filter((c) => !isElement(c))
          .map(String)
          .join('');
        if (elementsOf(child).length > 0) this.text(child, inner, start.x, start.y);
        else
          at = {
            x:
              start.x +
              this.run(own, inner, start.x, start.y, child.attributes['text-anchor'] ?? e.attributes['text-anchor']),
            y: start.y,
          };
      } else if (child.trim() !== '')
        at = { ...at, x: at.x + this.run(child, style, at.x, at.y, e.attributes['text-anchor']) };
    }
  }

  private run(
    text: string,
    { family, bold, size, fill }: Style,
    x: number,
    y: number,
    anchor: string | undefined,
  ): number {
    if (text === '' || fill === 'none' || size <= 0) return 0;
    const { doc } = this;
    doc.font(this.faceFor(family, bold)).fontSize(size).fillColor(fill);
    const width = doc.widthOfString(text);
    doc.text(text, x - (anchor === 'middle' ? width / 2 : anchor === 'end' ? width : 0), y, {
      lineBreak: false,
      baseline: 'alphabetic',
    });
    return width;
  }
}
