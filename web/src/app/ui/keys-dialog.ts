import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { JOB_SECTIONS } from '../data/sections';

/** Every shortcut, as the shell and the screens take them. */
export const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'find a job'],
  ['?', 'this list'],
  ['n', 'new job'],
  ['b', 'back to the board'],
  [`Alt + 1 … ${JOB_SECTIONS.length}`, JOB_SECTIONS.map((s) => s.label).join(', ')],
  ['the same key again', 'the next page of that section: Tyre, Match, Plan'],
  [`1 … ${JOB_SECTIONS.length}`, 'the same, outside a text; Esc leaves a text'],
  ['Arrows on the rub map', 'another pose'],
  ['Up, down on Match', 'from one lift source to the next'],
  ['Alt + up, down on Plan', 'the step in focus earlier or later'],
  ['Arrows, Delete on Week', 'the job in focus to another day or bay; lets it go'],
  ['Ctrl + Z', 'undo, also across screens'],
  ['Ctrl + Shift + Z', 'redo'],
  ['Enter on a figure', 'why it is so'],
  ['Esc', 'close what is open'],
];

@Component({
  selector: 'app-keys-dialog',
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <!-- longer than a low window: the keyboard scrolls it too -->
    <mat-dialog-content tabindex="0" role="region" aria-label="Every key">
      <dl>
        @for (k of keys; track k[0]) {
          <div>
            <dt>
              <kbd>{{ k[0] }}</kbd>
            </dt>
            <dd>{{ k[1] }}</dd>
          </div>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions align="end"
      ><button matButton mat-dialog-close cdkFocusInitial>Close</button></mat-dialog-actions
    >
  `,
  styles: `
    div {
      display: grid;
      grid-template-columns: 170px 1fr;
      padding: 5px 0;
      border-bottom: 1px solid var(--hair);
      color: var(--ink);
    }
    kbd {
      font-family: var(--mono);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysDialog {
  protected readonly keys = KEYS;
}
