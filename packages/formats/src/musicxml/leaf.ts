import { element, type XmlElement } from '@cifra/xml';

/** An element that holds a text alone. */
export const leaf = (name: string, text: string | number): XmlElement => element(name, {}, [String(text)]);
