import { computed, DestroyRef, Directive, effect, inject, input, signal, untracked } from '@angular/core';
import type { ControlValueAccessor } from '@angular/forms';
import { debounceTime, Subject } from 'rxjs';
import { JobStore } from '../data/job-store';

/** What a text means, or what is wrong with it in words. */
export type Reading<V> =
  { readonly ok: true; readonly value: V } | { readonly ok: false; readonly says: string };

/** half a number is no fault yet: the job hears of a text when the typing pauses, or the field is left */
const PAUSE_MS = 500;

/** A value typed as text. What cannot be read says why and is not passed on as a value; the text itself is kept in the job, where every
 *  screen and everybody else sees it, until it can be read. An empty text is no value. */
@Directive()
export abstract class TypedField<V> implements ControlValueAccessor {
  readonly label = input.required<string>();
  readonly hint = input('');
  /** the place of the value in the job (`brief.payloadKg`); empty for one that is not part of it */
  readonly at = input.required<string>();
  private readonly store = inject(JobStore);

  protected abstract read(text: string): Reading<V>;
  protected abstract written(value: V): string;

  protected readonly value = signal<V | null>(null);
  private readonly typing = signal<string | null>(null);
  protected readonly off = signal(false);
  private changed: (v: V | null) => void = () => undefined;
  private touched: () => void = () => undefined;
  private readonly paused = new Subject<void>();
  /** of a value that is not part of the job */
  private readonly own = signal<string | null>(null);

  /** the text that cannot be read, as the job has it */
  private readonly unread = computed(() => {
    const entries = this.at() === '' ? undefined : this.store.sections()?.unread.entries;
    return entries ? (entries[this.at()] ?? null) : this.own();
  });
  protected readonly text = computed(() => {
    const v = this.value();
    return this.typing() ?? this.unread() ?? (v === null ? '' : this.written(v));
  });
  protected readonly fault = computed(() => {
    const r = this.reading(this.typing() ?? this.unread() ?? '');
    return r.ok ? null : r.says;
  });

  /** the job's text for this place as this field last left it: another one was undone, or is somebody else's */
  private lastSaid: string | null = null;

  constructor() {
    effect(() => {
      const unread = this.unread();
      untracked(() => {
        if (unread !== this.lastSaid) this.typing.set(null);
        this.lastSaid = unread;
      });
    });
    this.paused.pipe(debounceTime(PAUSE_MS)).subscribe(() => {
      this.keepUnread();
    });
    inject(DestroyRef).onDestroy(() => {
      this.keepUnread();
      this.paused.complete();
    });
  }

  protected typed(text: string): void {
    this.typing.set(text);
    const r = this.reading(text);
    if (r.ok) this.pass(r.value);
    else this.paused.next();
  }
  protected left(): void {
    this.touched();
    this.keepUnread();
    this.typing.set(null);
  }
  /** Takes a value that was not typed: picked in a calendar, say. */
  protected take(value: V | null): void {
    this.typing.set(null);
    this.pass(value);
  }
  private pass(value: V | null): void {
    this.say(null);
    this.value.set(value);
    this.changed(value);
  }
  private keepUnread(): void {
    const text = this.typing();
    if (text !== null && !this.reading(text).ok) this.say(text);
  }
  private say(unread: string | null): void {
    this.lastSaid = unread;
    this.own.set(unread);
    if (this.at() !== '' && this.unread() !== unread) this.store.unread(this.at(), unread);
  }
  private reading(text: string): Reading<V | null> {
    return text.trim() === '' ? { ok: true, value: null } : this.read(text);
  }

  /** A value from elsewhere: undone, of somebody else, or the one just passed on. */
  writeValue(v: V | null): void {
    if (v === this.value() && this.typing() !== null) return;
    this.value.set(v);
    this.typing.set(null);
  }
  registerOnChange(fn: (v: V | null) => void): void {
    this.changed = fn;
  }
  registerOnTouched(fn: () => void): void {
    this.touched = fn;
  }
  setDisabledState(off: boolean): void {
    this.off.set(off);
  }
}
