// Loaded before a server: its clock is off by so many days, while the database's is right.
const SHIFT_MS = Number(process.env.CIFRA_CLOCK_DAYS ?? 0) * 24 * 3600 * 1000;
const RealDate = Date;
globalThis.Date = class Date extends RealDate {
  constructor(...given) {
    if (given.length === 0) super(RealDate.now() + SHIFT_MS);
    else super(...given);
  }

  static now() {
    return RealDate.now() + SHIFT_MS;
  }
};
