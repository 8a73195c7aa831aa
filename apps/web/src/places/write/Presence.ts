import type { PresenceDto, PresenceView } from '@cifra/contract';
import { v4 as newId } from 'uuid';
import { put, removeLeaving } from '../../api/request';

const EVERY_MS = 12_000;

/**
 * Says again and again that a line is open in this window, and hears how many others have it and which version stands.
 */
export class Presence {
  private readonly path: string;
  private readonly timer: ReturnType<typeof setInterval>;
  private left = false;

  constructor(
    exerciseId: string,
    private readonly onHeard: (heard: PresenceView) => void,
  ) {
    // The browser's own maker of ids is there only under TLS or on the machine itself.
    this.path = `/api/exercises/${exerciseId}/windows/${newId()}`;
    this.timer = setInterval(this.say, EVERY_MS);
    window.addEventListener('pagehide', this.leave);
    window.addEventListener('pageshow', this.comeBack);
    document.addEventListener('visibilitychange', this.say);
    this.say();
  }

  private say = (): void => {
    if (this.left) return;
    const told: PresenceDto = { hidden: document.visibilityState === 'hidden' };
    put<PresenceView>(this.path, told).then(
      (heard) => {
        if (!this.left) this.onHeard(heard);
      },
      () => {
        // The server is away, which the next save says; or the line is, which the place says.
      },
    );
  };

  /** Where this is not heard of, the server forgets the window by itself. */
  private leave = (): void => {
    this.left = true;
    removeLeaving(this.path);
  };

  /** A page that the browser had put aside. */
  private comeBack = (e: PageTransitionEvent): void => {
    if (!e.persisted) return;
    this.left = false;
    this.say();
  };

  close(): void {
    clearInterval(this.timer);
    window.removeEventListener('pagehide', this.leave);
    window.removeEventListener('pageshow', this.comeBack);
    document.removeEventListener('visibilitychange', this.say);
    this.leave();
  }
}
