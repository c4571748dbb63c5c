import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { Office } from './office.js';

void bootstrapApplication(Office, { providers: [provideZonelessChangeDetection()] });
