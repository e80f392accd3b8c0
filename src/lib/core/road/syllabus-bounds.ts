/** How much a syllabus and its parts may hold, by the schema and while it is written. */
export const SYLLABUS_MOST = {
  name: 80,
  purpose: 400,
  stages: 20,
  lessons: 40,
  tasks: 12,
  after: 10
} as const;
export const MET_BETWEEN = [1, 5] as const;
export const MINUTES_BETWEEN = [2, 120] as const;
