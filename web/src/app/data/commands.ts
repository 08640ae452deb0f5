import { DOCUMENT, inject, Injectable, Injector } from '@angular/core';
import type { ComponentType } from '@angular/cdk/portal';
import { MatDialog, type MatDialogConfig } from '@angular/material/dialog';
import { Router } from '@angular/router';
import type { Job } from '@rigger/contracts';
import { firstValueFrom } from 'rxjs';
import { Api, failureText, type CallFailure } from './api';
import { MatSnackBar } from '@angular/material/snack-bar';
import { JobStore } from './job-store';
import { NewJobs } from './new-jobs';
import { JOB_SECTIONS, lastOf, nextIn, SECTION_KEYS } from './sections';

/** no fading in: whoever pressed the key goes on typing */
const AT_ONCE = { enterAnimationDuration: 0, exitAnimationDuration: 0 } as const;
/** what takes letters and digits for itself; a box, a radio button or a slider does not */
const TAKES_NO_TEXT = ['checkbox', 'radio', 'range', 'button', 'file', 'submit'];
const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(target.tagName) ||
    (target instanceof HTMLInputElement && !TAKES_NO_TEXT.includes(target.type)) ||
    target.getAttribute('role') === 'combobox');

const isClosedList = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.matches('mat-select[role="combobox"]') &&
  target.getAttribute('aria-expanded') !== 'true';

/** What the keyboard and the buttons of the shell do; the dialogs are loaded when first asked for. */
@Injectable({ providedIn: 'root' })
export class Commands {
  private readonly injector = inject(Injector);
  private readonly router = inject(Router);
  private readonly store = inject(JobStore);
  private opening = false;
  constructor() {
    // a closed list would change by a letter meant for nothing: it is opened first, by Enter, Space or an arrow
    inject(DOCUMENT).addEventListener(
      'keydown',
      (e) => {
        const letter = e.key.length === 1 && e.key !== ' ' && !e.altKey && !e.ctrlKey && !e.metaKey;
        if (letter && isClosedList(e.target)) e.stopPropagation();
      },
      { capture: true },
    );
  }
  private get dialogs(): MatDialog {
    return this.injector.get(MatDialog);
  }

  /** The dialogs that a key opens, fetched before they are wanted. */
  prepare(): void {
    void import('../ui/find-dialog');
    void import('../ui/new-job-dialog');
  }
  /** Opens a dialog and waits for what it is closed with; while one is on its way no other key is taken. */
  private async show<R>(
    load: () => Promise<ComponentType<unknown>>,
    config: Pick<MatDialogConfig<unknown>, 'position' | 'width' | 'maxWidth' | 'data'> = {},
  ): Promise<R | undefined> {
    this.opening = true;
    const component = await load().finally(() => {
      this.opening = false;
    });
    return firstValueFrom(
      this.dialogs.open<unknown, unknown, R>(component, { ...AT_ONCE, ...config }).afterClosed(),
    );
  }

  async find(): Promise<void> {
    const id = await this.show<string>(() => import('../ui/find-dialog').then((m) => m.FindDialog), {
      position: { top: '80px' },
      width: '620px',
      maxWidth: '92vw',
    });
    if (id) await this.router.navigate(['/jobs', id]);
  }
  async keys(): Promise<void> {
    await this.show(() => import('../ui/keys-dialog').then((m) => m.KeysDialog));
  }
  async newJob(): Promise<void> {
    const customer = await this.show<string>(() =>
      import('../ui/new-job-dialog').then((m) => m.NewJobDialog),
    );
    if (!customer) return;
    const made = await this.injector.get(NewJobs).make(customer);
    if ('id' in made) {
      await this.router.navigate(['/jobs', made.id]);
      return;
    }
    const said =
      'keptFor' in made
        ? `The job for ${customer} is kept here and made as soon as the server takes it. ${made.keptFor}`
        : `No job was made for “${customer}”: ${made.refusedFor}`;
    this.injector.get(MatSnackBar).open(said, 'Close');
  }
  /** Reads a job file; what is wrong with it is shown with the path of each fault. */
  async readFile(file: File): Promise<void> {
    let content: unknown;
    try {
      content = JSON.parse(await file.text());
    } catch {
      await this.refuse(file.name, [
        '(whole file): is not JSON; take a file that was saved here with “Save as file”.',
      ]);
      return;
    }
    await this.opened(firstValueFrom(this.injector.get(Api).readFile(content)), file.name);
  }
  private async opened(job: Promise<Job>, fileName: string): Promise<void> {
    try {
      await this.router.navigate(['/jobs', (await job).id]);
    } catch (e) {
      const f = e as CallFailure;
      if (f.kind === 'refused')
        await this.refuse(
          fileName,
          f.error.faults?.map((x) => `${x.path}: ${x.message}`) ?? [f.error.message],
        );
      else this.injector.get(MatSnackBar).open(failureText(f), 'Close');
    }
  }
  private async refuse(fileName: string, faults: readonly string[]): Promise<void> {
    await this.show(() => import('../ui/refused-dialog').then((m) => m.RefusedDialog), {
      data: { fileName, faults },
    });
  }

  onKey(event: KeyboardEvent): void {
    if (this.opening || this.dialogs.openDialogs.length > 0) return;
    const key = event.key.toLowerCase();
    const run = (action: () => unknown) => {
      event.preventDefault();
      action();
    };
    if ((event.ctrlKey || event.metaKey) && key === 'z' && this.store.id() !== null) {
      run(() => {
        if (event.shiftKey) this.store.redo();
        else this.store.undo();
      });
      return;
    }
    const section = JOB_SECTIONS.find((_, i) => SECTION_KEYS[i] === key);
    const id = this.store.id();
    const plain = !event.altKey && !event.ctrlKey && !event.metaKey && !typing(event.target);
    // Alt + a digit may be the browser's own: outside a text the digit alone does it
    if ((event.altKey || plain) && section && id !== null) {
      run(() => this.router.navigate(['/jobs', id, nextIn(section, lastOf(this.router.url))]));
      return;
    }
    if (!plain) {
      if (key === 'escape' && typing(event.target)) (event.target as HTMLElement).blur();
      return;
    }
    if (key === '/') run(() => this.find());
    else if (key === '?') run(() => this.keys());
    else if (key === 'n') run(() => this.newJob());
    else if (key === 'b') run(() => this.router.navigate(['/']));
  }
}
