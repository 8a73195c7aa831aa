import { SaxesParser } from 'saxes';
import type { XmlElement } from './xml';

export type XmlFault =
  | { readonly kind: 'malformed'; readonly line: number; readonly detail: string }
  | { readonly kind: 'entities' }
  | { readonly kind: 'too-deep' };
export type XmlResult =
  { readonly ok: true; readonly root: XmlElement } | { readonly ok: false; readonly fault: XmlFault };

/** No notation file nests deeper; a bomb may. */
export const MAX_XML_DEPTH = 100;

class Stop extends Error {
  constructor(readonly fault: XmlFault) {
    super(fault.kind);
  }
}

/**
 * Reads XML into a light tree.
 *
 * Nothing outside the text is opened, and a document type that declares entities is refused: only the five
 * entities of XML itself and character numbers are understood.
 */
export function readXml(text: string): XmlResult {
  const parser = new SaxesParser({ xmlns: false, position: true });
  let root: XmlElement | undefined;
  const open: XmlElement[] = [];
  parser.on('doctype', (doctype) => {
    if (/<!ENTITY/i.test(doctype)) throw new Stop({ kind: 'entities' });
  });
  parser.on('opentag', (tag) => {
    const e: XmlElement = { name: tag.name, attributes: tag.attributes, children: [], line: parser.line };
    if (open.length >= MAX_XML_DEPTH) throw new Stop({ kind: 'too-deep' });
    open[open.length - 1]?.children.push(e);
    root ??= e;
    open.push(e);
  });
  const addText = (t: string): void => {
    if (t !== '') open[open.length - 1]?.children.push(t);
  };
  parser.on('text', addText);
  parser.on('cdata', addText);
  parser.on('closetag', () => {
    open.pop();
  });
  parser.on('error', (e) => {
    throw new Stop({ kind: 'malformed', line: parser.line, detail: e.message.replace(/^\d+:\d+: /, '') });
  });
  try {
    parser.write(text).close();
  } catch (e) {
    if (e instanceof Stop) return { ok: false, fault: e.fault };
    throw e;
  }
  return root === undefined
    ? { ok: false, fault: { kind: 'malformed', line: 1, detail: 'no element' } }
    : { ok: true, root };
}
