const { appendRate } = await import('./bench/appends.ts');
for (const one of await appendRate()) console.log(one.reached ? 'reached' : 'MISSED', one.what, one.value, one.target);
process.exit(0);
