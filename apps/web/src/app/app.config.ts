import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import {
  inject,
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
import { routes } from './app.routes';
import { LostPart } from './frame/lost-part';
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
    provideHttpClient(withFetch(), withInterceptors([noticeSignedOut])),
    provideNzI18n(en_US),
  ],
};
