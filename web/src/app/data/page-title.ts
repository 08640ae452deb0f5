import { inject, Injectable } from '@angular/core';
import { Title } from '@angular/platform-browser';
import { TitleStrategy, type RouterStateSnapshot } from '@angular/router';

/** Names the tab after the view. */
@Injectable({ providedIn: 'root' })
export class PageTitle extends TitleStrategy {
  private readonly title = inject(Title);
  override updateTitle(snapshot: RouterStateSnapshot): void {
    const view = this.buildTitle(snapshot);
    this.title.setTitle(view ? `${view} · Apt Rigger` : 'Apt Rigger');
  }
}
