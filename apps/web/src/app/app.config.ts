import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  inject,
  isDevMode,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import {
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withNavigationErrorHandler,
  withPreloading,
} from '@angular/router';
import { en_US, provideNzI18n } from 'ng-zorro-antd/i18n';
import { provideServiceWorker } from '@angular/service-worker';
import { routes } from './app.routes';
import { LostPart } from './frame/lost-part';
import { holdRequests } from './sync/held-requests';
import { keepAnswers, pastServiceWorker } from './sync/keep-answers';
import { noticeSignedOut } from './sync/notice-signed-out';
import { PreloadWhenIdle } from './frame/preload-when-idle';

export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideZonelessChangeDetection(),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'enabled' }),
      withPreloading(PreloadWhenIdle),
      withNavigationErrorHandler((error) => inject(LostPart).notReached(error)),
    ),
    provideHttpClient(withFetch(), withInterceptors([holdRequests, noticeSignedOut, keepAnswers, pastServiceWorker])),
    provideNzI18n(en_US),
    // When the page has come to rest: its own parts go before those fetched for later.
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:30000' }),
  ],
};
