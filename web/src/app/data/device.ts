import type { HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';

const KEY = 'rigger.author';
const MOST = 80;

/** Who works at this device: what is saved here is told under this name in the history. */
@Injectable({ providedIn: 'root' })
export class Device {
  private readonly name = signal(localStorage.getItem(KEY) ?? '');
  readonly author = this.name.asReadonly();
  use(name: string): void {
    const author = name.trim().slice(0, MOST);
    this.name.set(author);
    localStorage.setItem(KEY, author);
  }
}
/** Every request says who works here; as a header it is plain ASCII. */
export const withAuthor: HttpInterceptorFn = (request, next) => {
  const author = inject(Device).author();
  return next(
    author === ''
      ? request
      : request.clone({ setHeaders: { 'X-Rigger-Author': encodeURIComponent(author) } }),
  );
};
