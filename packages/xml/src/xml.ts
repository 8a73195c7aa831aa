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
  attributes: written(attributes),
  children,
});
function written(attributes: Record<string, string | number | undefined>): Record<string, string> {
  const all: Record<string, string> = {};
  for (const [name, value] of Object.entries(attributes)) if (value !== undefined) all[name] = String(value);
  return all;
}

export const isElement = (n: XmlNode): n is XmlElement => typeof n !== 'string';
export const elementsOf = (e: XmlElement): XmlElement[] => e.children.filter(isElement);
export const childrenNamed = (e: XmlElement, name: string): XmlElement[] =>
  elementsOf(e).filter((c) => c.name === name);
export const childNamed = (e: XmlElement, name: string): XmlElement | undefined =>
  elementsOf(e).find((c) => c.name === name);

/** Whether a drawing's element is of a class. */
export const hasClass = ({ attributes: { class: own } }: XmlElement, name: string): boolean =>
  own !== undefined && (own === name || (own.includes(' ') && own.split(' ').includes(name)));

/** All text below an element, trimmed. */
export const textOf = (e: XmlElement | undefined): string =>
  (e === undefined ? '' : e.children.map((c) => (typeof c === 'string' ? c : textOf(c))).join('')).trim();

export const childText = (e: XmlElement, name: string): string | undefined => {
  const child = childNamed(e, name);
  return child === undefined ? undefined : textOf(child);
};

/** Every element below, itself included, in document order. */
export function* descendants(e: XmlElement): Generator<XmlElement> {
  // A stack of its own: a generator within each generator is slow where a drawing is deep.
  const waiting = [e];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    yield next;
    for (let i = next.children.length - 1; i >= 0; i--) {
      const child = next.children[i];
      if (child !== undefined && isElement(child)) waiting.push(child);
    }
  }
}
