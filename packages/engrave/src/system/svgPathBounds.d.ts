declare module 'svg-path-bounds' {
  /** Left, top, right and bottom of path data. */
  export default function pathBounds(d: string): [left: number, top: number, right: number, bottom: number];
}
