import { inkOf, type Picture } from '@cifra/scan';

/** Longest side of what is looked at, in points: a page at 400 points to the inch. */
const LONGEST = 4700;

/**
 * The ink of a picture file, upright as the camera says it was held.
 * @throws Error where the browser cannot read it as a picture
 */
export async function decodePicture(file: Blob): Promise<Picture> {
  const bitmap = await createImageBitmap(file);
  const by = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const width = Math.max(1, Math.round(bitmap.width * by));
  const height = Math.max(1, Math.round(bitmap.height * by));
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (pen === null) throw new Error('this browser gives no room to look at a picture');
  pen.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return inkOf(pen.getImageData(0, 0, width, height).data, width, height);
}

/** A picture as an address that holds it: the page shows nothing else that is not its own. */
export async function pictureUrl({ width, height, ink }: Picture): Promise<string> {
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d');
  if (pen === null) throw new Error('this browser gives no room to draw a picture');
  const image = pen.createImageData(width, height);
  for (let i = 0, at = 0; i < ink.length; i++, at += 4) {
    const light = 255 - (ink[i] as number);
    image.data[at] = light;
    image.data[at + 1] = light;
    image.data[at + 2] = light;
    image.data[at + 3] = 255;
  }
  pen.putImageData(image, 0, 0);
  const file = await canvas.convertToBlob();
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.addEventListener('load', () => resolve(reader.result as string));
    reader.addEventListener('error', () => reject(new Error('the picture could not be drawn')));
    reader.readAsDataURL(file);
  });
}
