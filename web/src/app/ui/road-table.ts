import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  droveWorse,
  NO_USE,
  ROAD_ANSWERS,
  roadQuestions,
  type RoadAnswer,
  type RoadAnswers,
  type RoadQuestion,
} from '@rigger/core';
import { ROAD_ANSWER_WORDS, ROAD_QUESTION_WORDS } from '@rigger/wording';
import { JobStore } from '../data/job-store';
import { Choice } from './choice';

/** A road test as the questions of the vehicle's use; after the work what was said before stands beside. */
@Component({
  selector: 'app-road-table',
  imports: [Choice],
  template: `
    <table class="ruled tight">
      <tbody>
        @for (q of questions(); track q.question) {
          <tr>
            <td>{{ q.words }}</td>
            @if (before()) {
              <td class="small" [class.need]="q.worse">{{ q.was }}</td>
            }
            <td class="answers">
              <app-choice
                [of]="answers"
                [words]="answerWords"
                [bad]="['bad']"
                [value]="q.said"
                [label]="q.words"
                (chosen)="answer(q.question, $event)"
              />
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    td {
      padding: 1px 10px 1px 0;
      vertical-align: middle;
    }
    .answers {
      white-space: nowrap;
      text-align: right;
    }
    @media (max-width: 640px) {
      tr {
        display: grid;
        border-bottom: 1px solid var(--hair);
      }
      td {
        border: 0;
      }
      .answers {
        text-align: left;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoadTable {
  readonly of = input.required<RoadAnswers>();
  /** what was said before the work; null where this is before */
  readonly before = input<RoadAnswers | null>(null);
  readonly changed = output<RoadAnswers>();
  protected readonly answers = ROAD_ANSWERS;
  protected readonly answerWords = ROAD_ANSWER_WORDS;
  private readonly store = inject(JobStore);
  protected readonly questions = computed(() =>
    roadQuestions(this.store.sections()?.brief.usage ?? NO_USE).map((question) => {
      const was = this.before()?.[question];
      const said = this.of()[question];
      return {
        question,
        words: ROAD_QUESTION_WORDS[question],
        said,
        was: was === undefined ? 'not asked before' : `${ROAD_ANSWER_WORDS[was]} before`,
        worse: droveWorse(was, said),
      };
    }),
  );
  protected answer(question: RoadQuestion, a: RoadAnswer | null): void {
    const others = Object.fromEntries(Object.entries(this.of()).filter(([q]) => q !== question));
    this.changed.emit(a === null ? others : { ...others, [question]: a });
  }
}
