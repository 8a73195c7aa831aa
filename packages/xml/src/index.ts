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
} from './xml';
export { readXml } from './readXml';
export { writeIndentedXml, writeXml } from './writeXml';
