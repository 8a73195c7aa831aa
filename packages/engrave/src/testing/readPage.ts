import { descendants, hasClass, readXml, type XmlElement } from '@cifra/xml';

/** A page's drawing as a tree. */
export function parsePage(svg: string): XmlElement {
  const read = readXml(svg);
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.root;
}

/** Everything below that has a class, in the order in which it is drawn. */
export const withClass = (root: XmlElement, name: string): XmlElement[] =>
  [...descendants(root)].filter((e) => hasClass(e, name));
