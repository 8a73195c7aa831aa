/** A light XML tree: enough for notation files and drawings, with no document behind it. */
export interface XmlElement {
  readonly name: string;
  attributes: Record<string, string>;
  children: XmlNode[];
  /** Line of the file on which the element starts, when it was read. */
  readonly line?: number;
}
export type XmlNode = XmlElement | string;

export const element = (
  name: string,
  attributes: Record<string, string | number | undefined> = {},
  children: XmlNode[] = [],
): XmlElement => ({
  name,
  attributes: Object.fromEntries(
    Object.entries(attributes).flatMap(([k, v]) => (v === undefined ? [] : [[k, String(v)]])),
  ),
  children,
});

export const isElement = (n: XmlNode): n is XmlElement => typeof n !== 'string';
export const elementsOf = (e: XmlElement): XmlElement[] => e.children.filter(isElement);
export const childrenNamed = (e: XmlElement, name: string): XmlElement[] =>
  elementsOf(e).filter((c) => c.name === name);
export const childNamed = (e: XmlElement, name: string): XmlElement | undefined =>
  elementsOf(e).find((c) => c.name === name);

/** All text below an element, trimmed. */
export const textOf = (e: XmlElement | undefined): string =>
  (e === undefined ? '' : e.children.map((c) => (typeof c === 'string' ? c : textOf(c))).join('')).trim();

export const childText = (e: XmlElement, name: string): string | undefined => {
  const child = childNamed(e, name);
  return child === undefined ? undefined : textOf(child);
};

/** Every element below, itself included, in document order. */
export function* descendants(e: XmlElement): Generator<XmlElement> {
  yield e;
  for (const child of e.children) if (isElement(child)) yield* descendants(child);
}
