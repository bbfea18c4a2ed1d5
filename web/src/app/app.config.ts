import { provideHttpClient, withInterceptors } from '@angular/common/http';
import { provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { MAT_DIALOG_DEFAULT_OPTIONS, MatDialogConfig } from '@angular/material/dialog';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { DocumentEffects } from './documents/document.effects';
import { documentFeature } from './documents/document.state';
import { sessionEndedInterceptor } from './people/session-ended';
import { SessionEffects } from './people/session.effects';
import { sessionFeature } from './people/session.state';
import { refusalInterceptor } from './api-error';
import { TrayEffects } from './trays/tray.effects';
import { trayFeature } from './trays/tray.state';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(routes, withComponentInputBinding()),
    provideHttpClient(withInterceptors([sessionEndedInterceptor, refusalInterceptor])),
    // Dialogs are there at once: a clerk opens them all day.
    { provide: MAT_DIALOG_DEFAULT_OPTIONS, useValue: { ...new MatDialogConfig(), enterAnimationDuration: 0, exitAnimationDuration: 0 } },
    provideStore({
      [sessionFeature.name]: sessionFeature.reducer,
      [trayFeature.name]: trayFeature.reducer,
      [documentFeature.name]: documentFeature.reducer,
    }),
    provideEffects(SessionEffects, TrayEffects, DocumentEffects),
  ],
};
