import type { PresenceView } from '@cifra/contract';
import { v4 as newId } from 'uuid';
import { put, removeLeaving } from '../api/request';

const EVERY_MS = 12_000;

/** Says again and again that a line is open in this window, and hears how many others have it and which version stands. */
export class Presence {
  private readonly path: string;
  private readonly timer: ReturnType<typeof setInterval>;
  private closed = false;

  constructor(exerciseId: string, private readonly onHeard: (heard: PresenceView) => void) {
    // The browser's own maker of ids is there only under TLS or on the machine itself.
    this.path = `/api/exercises/${exerciseId}/windows/${newId()}`;
    this.timer = setInterval(() => void this.say(), EVERY_MS);
    window.addEventListener('pagehide', this.leave);
    document.addEventListener('visibilitychange', this.seen);
    void this.say();
  }

  private seen = (): void => { if (document.visibilityState === 'visible') void this.say(); };

  private async say(): Promise<void> {
    try {
      const heard = await put<PresenceView>(this.path, {});
      if (!this.closed) this.onHeard(heard);
    } catch {
      // The server is away, which the next save says; or the line is, which the place says.
    }
  }

  private leave = (): void => removeLeaving(this.path);

  close(): void {
    this.closed = true;
    clearInterval(this.timer);
    window.removeEventListener('pagehide', this.leave);
    document.removeEventListener('visibilitychange', this.seen);
    this.leave();
  }
}
