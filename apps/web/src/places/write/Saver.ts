import type { ExerciseView } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import { get, put, RequestError } from '../../api/request';

/** `waiting`: the server does not answer; what is written is kept here. `refused`: it answered, but did not take it. */
export type SaveStatus = 'saved' | 'changed' | 'saving' | 'waiting' | 'refused';

export interface Saved {
  readonly version: number;
  readonly document: Exercise;
}

interface Listener {
  onStatus(status: SaveStatus): void;
  onSaved(view: ExerciseView): void;
  onConflict(theirs: ExerciseView): void;
  onOtherWindow(): void;
}

/** A pause in typing after which a change is sent, and how often the server is asked again while it is away. */
const PAUSE_MS = 700;
const LONGEST_MS = 8000;
const RETRY_MS = 2500;

type Message = { readonly kind: 'here' | 'here-too' } | { readonly kind: 'saved'; readonly version: number };

/**
 * Sends an exercise to the server a moment after each change, one save after the other, each on the version before it.
 */
export class Saver {
  readonly id: string;
  base: Saved;
  private pending: Exercise | undefined;
  private title: string;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> | undefined;
  private paused = false;
  private waitingSince: number | undefined;
  private closed = false;
  private readonly channel: BroadcastChannel | undefined;

  constructor(
    stored: ExerciseView,
    private readonly listener: Listener,
  ) {
    this.id = stored.id;
    this.base = { version: stored.version, document: stored.document };
    this.title = stored.title;
    window.addEventListener('online', this.retry);
    this.channel =
      typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(`cifra-exercise-${stored.id}`);
    this.channel?.addEventListener('message', (e: MessageEvent<Message>) => this.hear(e.data));
    this.tell({ kind: 'here' });
  }

  get isChanged(): boolean {
    return this.pending !== undefined;
  }

  private tell = (message: Message): void => this.channel?.postMessage(message);

  private hear(message: Message): void {
    if (this.closed) return;
    if (message.kind !== 'saved') {
      this.listener.onOtherWindow();
      if (message.kind === 'here') this.tell({ kind: 'here-too' });
    } else this.stands(message.version);
  }

  /** Hears which version stands on the server. */
  stands(version: number): void {
    if (version > this.base.version && this.running === undefined && !this.paused && !this.closed) void this.look();
  }

  /** Fetches the newest version; another window has stored one. */
  private async look(): Promise<void> {
    try {
      const theirs = await get<ExerciseView>(`/api/exercises/${this.id}`);
      if (theirs.version > this.base.version && !this.closed) this.listener.onConflict(theirs);
    } catch {
      // The server is away: the next save meets the same version and asks then.
    }
  }

  /** Takes up changes of an earlier visit that were not sent. */
  resume(base: Saved, document: Exercise, title: string): void {
    this.base = base;
    this.title = title;
    this.changed(document);
  }

  changed(document: Exercise): void {
    this.pending = document;
    this.title = document.source.title;
    if (this.paused) return;
    this.listener.onStatus('changed');
    this.schedule(PAUSE_MS);
  }

  /** The state is the stored one: there is nothing to send. */
  matches(document: Exercise): void {
    this.pending = undefined;
    this.base = { ...this.base, document };
    clearTimeout(this.timer);
    this.listener.onStatus('saved');
  }

  /** From now on changes are made to this version. */
  rebase(stored: ExerciseView): void {
    this.base = { version: stored.version, document: stored.document };
    this.paused = false;
  }

  pause(): void {
    this.paused = true;
    clearTimeout(this.timer);
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer);
    this.waitingSince ??= Date.now();
    // Who never pauses is saved all the same.
    this.timer = setTimeout(
      () => void this.saveNow(),
      Math.max(0, Math.min(ms, this.waitingSince + LONGEST_MS - Date.now())),
    );
  }

  private retry = (): void => {
    if (this.pending !== undefined && !this.paused) this.schedule(0);
  };

  async saveNow(): Promise<void> {
    while (this.running !== undefined) await this.running;
    if (this.pending === undefined || this.paused) return;
    clearTimeout(this.timer);
    this.running = this.send(this.pending).finally(() => {
      this.running = undefined;
    });
    await this.running;
  }

  private async send(document: Exercise): Promise<void> {
    this.listener.onStatus('saving');
    this.waitingSince = undefined;
    const title = this.title.trim() === '' ? 'Untitled' : this.title;
    try {
      const saved = await put<ExerciseView>(`/api/exercises/${this.id}`, {
        version: this.base.version,
        title,
        document,
      });
      this.base = { version: saved.version, document };
      if (this.pending === document) this.pending = undefined;
      this.listener.onStatus(this.pending === undefined ? 'saved' : 'changed');
      this.listener.onSaved(saved);
      this.tell({ kind: 'saved', version: saved.version });
      if (this.pending !== undefined) this.schedule(PAUSE_MS);
    } catch (e) {
      if (!(e instanceof RequestError)) throw e;
      if (e.status === 409 && e.refusal.current !== undefined)
        this.listener.onConflict(e.refusal.current as ExerciseView);
      else if (e.status === 0 || e.status >= 500) {
        this.listener.onStatus('waiting');
        this.schedule(RETRY_MS);
      } else this.listener.onStatus('refused');
    }
  }

  close(): void {
    this.closed = true;
    window.removeEventListener('online', this.retry);
    clearTimeout(this.timer);
    if (this.pending !== undefined && !this.paused) void this.saveNow();
    this.channel?.close();
  }
}
