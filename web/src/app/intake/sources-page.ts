import { ChangeDetectionStrategy, Component } from '@angular/core';
@Component({ selector: 'umber-sources-page', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
export class SourcesPage {}
