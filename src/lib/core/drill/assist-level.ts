/** How much the airplane helps: hand on the stick; attitudes held; attitudes held and an autopilot. Each takes in the one before. */
export const assistLevels = ['direct', 'attitude-hold', 'autopilot'] as const;
export type AssistLevel = (typeof assistLevels)[number];

/** Whether this plan allows an assist level. */
export function allowsAssist(plan: { assist: AssistLevel }, level: AssistLevel): boolean {
  return assistLevels.indexOf(level) <= assistLevels.indexOf(plan.assist);
}
