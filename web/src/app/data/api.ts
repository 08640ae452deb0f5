import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  BackupSchema,
  BackupsSchema,
  BoardSchema,
  RestoredSchema,
  RestorePreviewSchema,
  type Backup,
  type Restored,
  type RestorePreview,
  CatalogueStateSchema,
  HistorySchema,
  ImportPreviewSchema,
  RevisionDataSchema,
  type CatalogueState,
  type ImportPreview,
  type Revision,
  type RevisionData,
  CatalogueSchema,
  PastCasesSchema,
  PhotoSchema,
  type PastJob,
  type Photo,
  ErrorSchema,
  FloorSchema,
  type Floor,
  GivenQuotesSchema,
  type GivenQuote,
  JobAnswerSchema,
  LiveEventSchema,
  PlansToldSchema,
  type PlansToldEvent,
  type LiveEvent,
  SavedSchema,
  VersionedSettingsSchema,
  type ApiError,
  type Board,
  type JobAnswer,
  type Saved,
  type VersionedSettings,
  type BayPaper,
} from '@rigger/contracts';
import type { Catalogue, SectionName, ShopSettings, Stage } from '@rigger/core';
import { catchError, from, map, Observable, switchMap, throwError } from 'rxjs';
import type * as z from 'zod';

/** What a failed call comes to for the screens: an error of the catalogue, or no answer at all. */
export type CallFailure =
  { readonly kind: 'refused'; readonly error: ApiError } | { readonly kind: 'no-answer' };

/** forms of a quote; one that was given stands under its revision */
type QuoteFile = `quote.${'pdf' | 'csv' | 'json'}`;
export type JobExport =
  | 'sheet.pdf'
  | BayPaper
  | 'calibration.pdf'
  | 'parts.csv'
  | 'file'
  | QuoteFile
  | `quotes/${number}/${QuoteFile}`;

/** What of the board is asked for. */
export interface BoardAsked {
  readonly find?: string;
  readonly stage?: Stage;
  readonly archived?: 'yes' | 'no';
  readonly after?: number;
}
/** Files of an import by their path in the folder. */
export type FileTexts = Readonly<Record<string, string>>;

/** Talks to the server; every answer is held to its contract before a screen sees it. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  readonly board = (query: BoardAsked = {}): Observable<Board> =>
    this.call(BoardSchema, this.http.get('/api/jobs', { params: { ...query } }));
  /** the state of the catalogue that a job counts with */
  readonly catalogue = (state: number): Observable<Catalogue> =>
    this.call(CatalogueSchema, this.http.get(`/api/catalogue/states/${state}`));
  readonly states = (): Observable<CatalogueState> =>
    this.call(CatalogueStateSchema, this.http.get('/api/catalogue/states'));
  readonly preview = (origin: string, files: FileTexts): Observable<ImportPreview> =>
    this.call(ImportPreviewSchema, this.http.post('/api/catalogue/preview', { origin, files }));
  readonly import = (origin: string, files: FileTexts): Observable<CatalogueState> =>
    this.call(CatalogueStateSchema, this.http.post('/api/catalogue/import', { origin, files }));
  readonly backups = (): Observable<Backup[]> =>
    this.call(BackupsSchema, this.http.get('/api/backups')).pipe(map((b) => b.backups));
  readonly makeBackup = (passphrase: string): Observable<Backup> =>
    this.call(BackupSchema, this.http.post('/api/backups', { passphrase }));
  readonly previewBackup = (name: string, passphrase: string): Observable<RestorePreview> =>
    this.call(RestorePreviewSchema, this.http.post(`/api/backups/${name}/preview`, { passphrase }));
  readonly restoreBackup = (name: string, passphrase: string): Observable<Restored> =>
    this.call(RestoredSchema, this.http.post(`/api/backups/${name}/restore`, { passphrase }));
  readonly settings = (): Observable<VersionedSettings> =>
    this.call(VersionedSettingsSchema, this.http.get('/api/settings'));
  readonly saveSettings = (version: number, data: ShopSettings): Observable<VersionedSettings> =>
    this.call(VersionedSettingsSchema, this.http.put('/api/settings', { version, data }));
  readonly job = (id: string): Observable<JobAnswer> =>
    this.call(JobAnswerSchema, this.http.get(`/api/jobs/${id}`));
  /** keeps a photograph beside the job; its id is then written into it */
  readonly photo = (id: string, picture: Blob): Observable<Photo> =>
    this.call(PhotoSchema, this.http.post(`/api/jobs/${id}/photos`, picture));
  /** what came of other jobs on this platform */
  readonly past = (platform: string): Observable<PastJob[]> =>
    this.call(PastCasesSchema, this.http.get(`/api/platforms/${encodeURIComponent(platform)}/past`)).pipe(
      map((p) => p.cases),
    );
  /** the quotes that were given, the newest first */
  readonly quotes = (id: string): Observable<GivenQuote[]> =>
    this.call(GivenQuotesSchema, this.http.get(`/api/jobs/${id}/quotes`)).pipe(map((q) => q.quotes));
  /** Gives the quote of a job as it is saved; `quote`: its id, so that it may be asked again. */
  readonly giveQuote = (id: string, quote: string): Observable<GivenQuote[]> =>
    this.call(GivenQuotesSchema, this.http.post(`/api/jobs/${id}/quotes`, { id: quote })).pipe(
      map((q) => q.quotes),
    );
  /** what the open jobs take of the shop */
  readonly floor = (): Observable<Floor> => this.call(FloorSchema, this.http.get('/api/floor'));
  /** the pick list of all open jobs */
  readonly pickList = (form: 'pdf' | 'csv'): Observable<Blob> => this.blob(`/api/pick-list.${form}`);
  readonly history = (id: string): Observable<Revision[]> =>
    this.call(HistorySchema, this.http.get(`/api/jobs/${id}/history`)).pipe(map((h) => h.revisions));
  readonly revision = (id: string, revision: string): Observable<RevisionData> =>
    this.call(RevisionDataSchema, this.http.get(`/api/jobs/${id}/history/${revision}`));
  readonly archive = (id: string, archived: boolean): Observable<JobAnswer> =>
    this.call(JobAnswerSchema, this.http.put(`/api/jobs/${id}/archived`, { archived }));
  readonly takeOver = (id: string): Observable<JobAnswer> =>
    this.call(JobAnswerSchema, this.http.put(`/api/jobs/${id}/catalogue`, null));
  readonly create = (customer: string, id: string): Observable<JobAnswer> =>
    this.call(JobAnswerSchema, this.http.post('/api/jobs', { customer, id }));
  readonly readFile = (file: unknown): Observable<JobAnswer> =>
    this.call(JobAnswerSchema, this.http.post('/api/jobs/import', file));
  readonly save = (
    id: string,
    section: SectionName,
    version: number,
    data: unknown,
    why: 'edit' | 'brought-back' = 'edit',
  ): Observable<Saved> =>
    this.call(SavedSchema, this.http.put(`/api/jobs/${id}/sections/${section}`, { version, data, why }));
  /** A file made of the job as the server has it; unsubscribing cancels the work there. */
  readonly export = (id: string, what: JobExport): Observable<Blob> => this.blob(`/api/jobs/${id}/${what}`);
  private blob(path: string): Observable<Blob> {
    return this.http
      .get(path, { responseType: 'blob' })
      .pipe(catchError((e: unknown) => from(readBlobError(e)).pipe(switchMap((f) => throwError(() => f)))));
  }

  /** What others do to a job, while subscribed; `again` after a pause in which something may have been missed. */
  readonly live = (
    id: string,
    tab: string,
    author: string,
  ): Observable<LiveEvent | { readonly kind: 'again' }> =>
    new Observable((out) => {
      const source = new EventSource(`/api/jobs/${id}/live?${new URLSearchParams({ tab, author })}`);
      let opened = false;
      source.onopen = () => {
        if (opened) out.next({ kind: 'again' });
        opened = true;
      };
      source.onmessage = ({ data }: MessageEvent<string>) => {
        out.next(LiveEventSchema.parse(JSON.parse(data)));
      };
      // it tries again by itself, unless the server has said no
      source.onerror = () => {
        if (source.readyState === EventSource.CLOSED) out.error(new Error('live'));
      };
      return () => {
        source.close();
      };
    });

  /** The plans of a job as it is saved, while they are searched; unsubscribing stops the search. */
  readonly plans = (id: string): Observable<PlansToldEvent> =>
    new Observable((out) => {
      const source = new EventSource(`/api/jobs/${id}/plans`);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const told = PlansToldSchema.parse(JSON.parse(data));
        out.next(told);
        if (told.complete) out.complete();
      };
      // it would ask again by itself, and the search would begin anew
      source.onerror = () => {
        out.error(new Error('plans'));
      };
      return () => {
        source.close();
      };
    });

  private call<T>(schema: z.ZodType<T>, answer: Observable<unknown>): Observable<T> {
    return answer.pipe(
      map((body) => schema.parse(body)),
      catchError((e: unknown) => throwError(() => failureOf(e))),
    );
  }
}

function failureOf(e: unknown): CallFailure {
  if (e instanceof HttpErrorResponse) {
    const parsed = ErrorSchema.safeParse(e.error);
    if (parsed.success) return { kind: 'refused', error: parsed.data.error };
    return { kind: 'no-answer' };
  }
  console.error(e);
  return {
    kind: 'refused',
    error: { code: 'internal', message: 'The answer of the server could not be read.', requestId: '' },
  };
}
/** An error answer to a file request arrives as a blob; its words are in it. */
async function readBlobError(e: unknown): Promise<CallFailure> {
  if (!(e instanceof HttpErrorResponse) || !(e.error instanceof Blob)) return failureOf(e);
  const text = await e.error.text();
  try {
    return failureOf(new HttpErrorResponse({ status: e.status, error: JSON.parse(text) as unknown }));
  } catch {
    return { kind: 'no-answer' };
  }
}
export const failureText = (f: CallFailure): string =>
  f.kind === 'no-answer'
    ? 'The server does not answer. Nothing is lost; it is tried again.'
    : f.error.message;
