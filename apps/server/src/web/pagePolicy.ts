import { randomBytes } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import helmet from 'helmet';

/** What a browser lets the page use: what Cifra uses, and nothing else, in no frame of another's. */
const USED = { microphone: 'self', midi: 'self', autoplay: 'self', 'clipboard-write': 'self' };
const NOT_USED = [
  'accelerometer',
  'browsing-topics',
  'camera',
  'clipboard-read',
  'display-capture',
  'encrypted-media',
  'fullscreen',
  'geolocation',
  'gyroscope',
  'hid',
  'idle-detection',
  'local-fonts',
  'magnetometer',
  'payment',
  'picture-in-picture',
  'publickey-credentials-get',
  'screen-wake-lock',
  'serial',
  'usb',
  'window-management',
  'xr-spatial-tracking',
];
export const PERMISSIONS_POLICY = [
  ...Object.entries(USED).map(([name, who]) => `${name}=(${who})`),
  ...NOT_USED.map((name) => `${name}=()`),
].join(', ');

/** Headers that say what a page may load, run and use. @param tls whether the page is served by TLS alone */
export const pagePolicy = (tls: boolean): readonly RequestHandler[] => [
  (_request: Request, response: Response, next: NextFunction) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    response.setHeader('Permissions-Policy', PERMISSIONS_POLICY);
    next();
  },
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", (_request, response) => `'nonce-${String((response as Response).locals.nonce)}'`],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        // A recording that was just made is heard from the page itself.
        mediaSrc: ["'self'", 'blob:'],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    hsts: tls,
    crossOriginEmbedderPolicy: false,
  }),
];
