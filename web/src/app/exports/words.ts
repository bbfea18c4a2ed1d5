import type { ExportTarget, Since } from '@umber/contract/exports';
import type { DateForm, ExportFormat, ExportLayout, Shape } from '@umber/core/exports';

export const FORMAT_NAMES: Readonly<Record<ExportFormat, string>> = {
  csv: 'CSV',
  xlsx: 'Excel workbook (XLSX)',
  json: 'JSON',
  xml: 'XML of our own',
  ubl: 'electronic invoices, UBL',
  cii: 'electronic invoices, CII',
};
export const SHAPE_NAMES: Readonly<Record<Shape, string>> = {
  heads: 'a row for each document',
  lines: 'a row for each line',
  apart: 'documents and lines apart',
  joined: 'a row for each line, its document beside it',
};
export const SEPARATOR_NAMES: Readonly<Record<ExportLayout['separator'], string>> = {
  ',': 'comma',
  ';': 'semicolon',
  '\t': 'tab',
  '|': 'bar',
};
export const ENCODING_NAMES: Readonly<Record<ExportLayout['encoding'], string>> = {
  'utf-8': 'UTF-8',
  'utf-8-with-mark': 'UTF-8 with a mark, for Excel',
  'windows-1252': 'Windows 1252',
};
export const DATE_NAMES: Readonly<Record<DateForm, string>> = {
  'yyyy-mm-dd': '2026-11-30',
  'dd.mm.yyyy': '30.11.2026',
  'dd/mm/yyyy': '30/11/2026',
  'mm/dd/yyyy': '11/30/2026',
  yyyymmdd: '20261130',
};
export const SINCE_NAMES: Readonly<Record<Since, string>> = {
  all: 'all of them',
  last: 'new or changed since the last time',
  'this-month': 'this month',
  'last-month': 'last month',
};
export const EVERY_NAMES = { day: 'every day', week: 'every week', month: 'every month' } as const;

/** A size in bytes, as people say it. */
export const sizeText = (bytes: number): string =>
  bytes < 1024 ? `${bytes} bytes` : bytes < 1024 * 1024 ? `${Math.round(bytes / 1024)} kB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`;

export const TARGET_NAMES: Readonly<Record<ExportTarget['kind'], string>> = {
  folder: 'into a folder',
  mail: 'by mail to',
  address: 'to an address',
};
