import type { OwnField } from '@umber/core/documents';

/** A field as an administrator adds or changes it; its level and type stay once it is there. */
export type OwnFieldWish = Omit<OwnField, 'key'>;
