// Makes clean pages look photographed, with ImageMagick, which took no part in training.
import { execFileSync } from 'node:child_process';
import { chance } from '../../reader/chance.mjs';

const convert = (args) => execFileSync('convert', args, { stdio: ['ignore', 'ignore', 'inherit'] });
const size = (file) =>
  execFileSync('identify', ['-format', '%w %h', file], { encoding: 'utf8' }).split(' ').map(Number);

/** The corners of a page as a hand-held camera sees them: moved by up to a share of its size. */
function corners(r, [w, h], share) {
  const off = () => (r.next() * 2 - 1) * share;
  const at = [
    [0, 0],
    [w, 0],
    [w, h],
    [0, h],
  ];
  return at.map(([x, y]) => `${x},${y} ${(x + off() * w).toFixed(1)},${(y + off() * h).toFixed(1)}`).join(' ');
}

/** Ways a page is worn; each takes a clean picture and writes a worn one. */
export const WEARS = {
  /** A scan or a PDF: nothing but its resolution. */
  clean: (from, to) => convert([from, '-colorspace', 'Gray', to]),
  /** A scanner's JPEG, a little askew. */
  scan: (from, to, seed) => {
    const r = chance(seed);
    convert([
      from,
      '-background',
      'white',
      '-rotate',
      ((r.next() - 0.5) * 2.4).toFixed(2),
      '-blur',
      '0x0.6',
      '-attenuate',
      '0.12',
      '+noise',
      'Gaussian',
      '-colorspace',
      'Gray',
      '-quality',
      '60',
      to,
    ]);
  },
  /** A phone held over a page that lies flat, in ordinary light. */
  photo: (from, to, seed) => {
    const r = chance(seed);
    const [w, h] = size(from);
    convert([
      from,
      '-bordercolor',
      'white',
      '-border',
      '3%',
      '-virtual-pixel',
      'edge',
      '-distort',
      'Perspective',
      corners(r, [w, h], 0.022),
      '-background',
      'white',
      '-rotate',
      ((r.next() - 0.5) * 5).toFixed(2),
      '(',
      '-size',
      `${w}x${h}`,
      `gradient:gray(${r.int(88, 100)}%)-gray(${r.int(60, 80)}%)`,
      '-rotate',
      String(r.pick([0, 180])),
      '-resize',
      '120%',
      ')',
      '-gravity',
      'center',
      '-compose',
      'multiply',
      '-composite',
      '-blur',
      `0x${(0.6 + r.next() * 0.9).toFixed(2)}`,
      '-attenuate',
      '0.16',
      '+noise',
      'Gaussian',
      '-quality',
      '78',
      to,
    ]);
  },
  /** A page of a book that bends, half in shadow, by poor light. */
  bent: (from, to, seed) => {
    const r = chance(seed);
    const [w, h] = size(from);
    convert([
      from,
      '-bordercolor',
      'white',
      '-border',
      '3%',
      '-background',
      'white',
      '-wave',
      `${(h * (0.004 + r.next() * 0.008)).toFixed(1)}x${(w * (1.6 + r.next())).toFixed(0)}`,
      '-virtual-pixel',
      'edge',
      '-distort',
      'Perspective',
      corners(r, [w, h], 0.035),
      '-rotate',
      ((r.next() - 0.5) * 8).toFixed(2),
      '(',
      '-size',
      `${w}x${h}`,
      `gradient:gray(${r.int(80, 95)}%)-gray(${r.int(35, 55)}%)`,
      '-rotate',
      String(r.pick([0, 90, 180, 270])),
      '-resize',
      `${Math.round(w * 1.3)}x${Math.round(h * 1.3)}!`,
      ')',
      '-gravity',
      'center',
      '-compose',
      'multiply',
      '-composite',
      '-blur',
      `0x${(1 + r.next() * 1.2).toFixed(2)}`,
      '-attenuate',
      '0.32',
      '+noise',
      'Gaussian',
      '-quality',
      '60',
      to,
    ]);
  },
};
