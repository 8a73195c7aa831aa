import type { XmlElement, XmlNode } from './xml';

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  '\n': '&#10;',
  '\t': '&#9;',
};
/** What is escaped, and the characters that XML 1.0 cannot carry at all, which go. */
const IN_TEXT = /[&<>\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g;
const IN_ATTRIBUTES = /[&<>"\n\t\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g;

const escapeText = (t: string): string => t.replace(IN_TEXT, (c) => ESCAPES[c] ?? '');
const escapeAttribute = (t: string): string => t.replace(IN_ATTRIBUTES, (c) => ESCAPES[c] ?? '');

/**
 * Writes an element on one line, escaped.
 * @example writeXml(element('a', {b: '"'}, ['<'])) // <a b="&quot;">&lt;</a>
 */
export function writeXml(node: XmlNode): string {
  if (typeof node === 'string') return escapeText(node);
  const attributes = Object.entries(node.attributes)
    .map(([k, v]) => ` ${k}="${escapeAttribute(v)}"`)
    .join('');
  if (node.children.length === 0) return `<${node.name}${attributes}/>`;
  return `<${node.name}${attributes}>${node.children.map(writeXml).join('')}</${node.name}>`;
}

/** Writes an element with one line a child, for files that people open. */
export function writeIndentedXml(node: XmlElement, indent = ''): string {
  const attributes = Object.entries(node.attributes)
    .map(([k, v]) => ` ${k}="${escapeAttribute(v)}"`)
    .join('');
  if (node.children.length === 0) return `${indent}<${node.name}${attributes}/>`;
  if (node.children.some((c) => typeof c === 'string')) return indent + writeXml(node);
  const inner = node.children.map((c) => (typeof c === 'string' ? c : writeIndentedXml(c, `${indent}  `))).join('\n');
  return `${indent}<${node.name}${attributes}>\n${inner}\n${indent}</${node.name}>`;
}
