export {
  childNamed,
  childrenNamed,
  childText,
  descendants,
  element,
  elementsOf,
  hasClass,
  isElement,
  textOf,
  type XmlElement,
} from './xml';
export { readXml } from './readXml';
export { writeIndentedXml, writeXml } from './writeXml';
