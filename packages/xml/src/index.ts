export {
  childNamed,
  childrenNamed,
  childText,
  descendants,
  element,
  elementsOf,
  isElement,
  textOf,
  type XmlElement,
  type XmlNode,
} from './xml';
export { MAX_XML_DEPTH, readXml, type XmlFault, type XmlResult } from './readXml';
export { writeIndentedXml, writeXml } from './writeXml';
