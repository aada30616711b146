/** What a repair, or “no fault found”, comes to by its proof; `core/proof` computes it. */
export const proofVerdicts = {
  proven: 'proven',
  partlyProven: 'partly proven',
  notProven: 'not proven',
  notPossible: 'cannot be proven here',
} as const;

export type ProofVerdict = keyof typeof proofVerdicts;
