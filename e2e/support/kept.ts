import type { Page } from 'puppeteer-core';

/** Waits until the device has kept this many answers whose address has this text in it. */
export const untilKept = async (page: Page, part: string, count = 1): Promise<void> => {
  await page.waitForFunction(
    async (wanted, least) => {
      const open = indexedDB.open('probe-trail');
      const database = await new Promise<IDBDatabase>((resolve) => {
        open.onsuccess = () => resolve(open.result);
      });
      const asked = database.transaction('answers').objectStore('answers').getAllKeys();
      const keys = await new Promise<IDBValidKey[]>((resolve) => {
        asked.onsuccess = () => resolve(asked.result);
      });
      database.close();
      return keys.filter((key) => String(key).includes(wanted)).length >= least;
    },
    {},
    part,
    count,
  );
};
