/** The seed of what is simulated for a job: the same job, the same fault. */
export const seedOf = (job: string): number => Number.parseInt(job.replaceAll("-", "").slice(-8), 16);
