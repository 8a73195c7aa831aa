import { childNamed, childText, descendants, element, textOf } from './xml';
import { MAX_XML_DEPTH, readXml } from './readXml';
import { writeIndentedXml, writeXml } from './writeXml';

const root = (text: string) => {
  const read = readXml(text);
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.root;
};

describe('XML', () => {
  it('is itself again after writing and reading', () => {
    const tree = element('a', { b: '1 < 2 & "3"\n', none: undefined }, [
      'x < y & z',
      element('c', { n: 0 }),
      element('d', {}, ['  ']),
    ]);
    const again = root(writeXml(tree));
    expect(again.attributes).toEqual({ b: '1 < 2 & "3"\n' });
    expect(again.children[0]).toBe('x < y & z');
    expect(childNamed(again, 'c')?.attributes).toEqual({ n: '0' });
  });

  it('drops characters that XML cannot carry', () => {
    expect(writeXml(element('a', { b: 'x\u0000y' }, ['\u0008z']))).toBe('<a b="xy">z</a>');
  });

  it('is indented for people without new text', () => {
    const tree = element('a', {}, [element('b', {}, [element('c', {}, ['t'])])]);
    expect(writeIndentedXml(tree)).toBe('<a>\n  <b>\n    <c>t</c>\n  </b>\n</a>');
    expect(textOf(root(writeIndentedXml(tree)))).toBe('t');
  });

  it('knows its own entities, character numbers and CDATA, and no others', () => {
    expect(textOf(root('<a>&lt;&amp;&#233;<![CDATA[<b>]]></a>'))).toBe('<&é<b>');
    expect(readXml('<a>&unknown;</a>')).toMatchObject({ ok: false, fault: { kind: 'malformed' } });
    expect(readXml('<!DOCTYPE a [<!ENTITY x "y">]><a>&x;</a>')).toEqual({ ok: false, fault: { kind: 'entities' } });
    expect(readXml('<!DOCTYPE a SYSTEM "file:///etc/passwd"><a/>').ok).toBe(true);
  });

  it('names the line on which it breaks', () => {
    expect(readXml('<a>\n<b>\n</a>')).toMatchObject({ ok: false, fault: { kind: 'malformed', line: 3 } });
    expect(readXml('')).toMatchObject({ ok: false });
    expect(readXml(`${'<a>'.repeat(MAX_XML_DEPTH + 1)}`)).toEqual({ ok: false, fault: { kind: 'too-deep' } });
  });

  it('walks and reads children', () => {
    const tree = root('<a><b>1</b><b>2</b><c><b> 3 </b></c></a>');
    expect([...descendants(tree)].map((e) => e.name)).toEqual(['a', 'b', 'b', 'c', 'b']);
    expect([childText(tree, 'b'), childText(tree, 'x'), textOf(undefined)]).toEqual(['1', undefined, '']);
  });
});
