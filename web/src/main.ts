import { isDevMode } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';

bootstrapApplication(App, appConfig).catch((error: unknown) => {
  console.error(error);
});
// a server without a build (`npm run dev`) has none; a browser that takes none works as before, with the server
if (!isDevMode() && 'serviceWorker' in navigator)
  void navigator.serviceWorker.register('/offline-worker.js').catch(() => undefined);
