import { Pipe, type PipeTransform } from '@angular/core';
import { grouped } from './grouped';

/** A decimal string as the reader sees amounts: grouped by thousands, at least two decimals. Never through a float. */
@Pipe({ name: 'amount' })
export class AmountPipe implements PipeTransform {
  transform(value: string | null | undefined, places = 2): string {
    return value === null || value === undefined ? '' : grouped(value, places);
  }
}
