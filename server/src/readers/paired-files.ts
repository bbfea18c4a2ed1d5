import type { OpenedFile } from './opened-file.js';

/**
 * The files of a mail, an electronic invoice and the PDF that shows it as one: of the same name but for its ending, or the only ones of their
 * kinds. Whether the PDF shows the same is held against the data when it is read.
 */
export function paired(files: readonly OpenedFile[]): OpenedFile[] {
  const data = files.filter(({ type }) => type === 'e-invoice');
  const pages = files.filter(({ type }) => type === 'pdf');
  const taken = new Map<OpenedFile, OpenedFile>();
  for (const one of data) {
    const same = pages.find((page) => !taken.has(page) && bareName(page.name) === bareName(one.name));
    const only = data.length === 1 && pages.length === 1 ? pages[0] : undefined;
    const page = same ?? only;
    if (page) taken.set(page, one);
  }
  const gone = new Set(taken.values());
  return files.flatMap((file) => {
    if (gone.has(file)) return [];
    const own = taken.get(file);
    return [own ? { ...file, data: own.bytes } : file];
  });
}

const bareName = (name: string): string => name.toLowerCase().replace(/\.[a-z0-9]{1,5}$/, '');
