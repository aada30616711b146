/** The files that a capture can come from, as a chooser of files wants them. */
export const captureFiles = '.csv,.tsv,.txt,.wav,.arrow,.vcd,text/csv,text/plain,audio/wav';
