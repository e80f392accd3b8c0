/// <reference lib="webworker" />
import { changedPlan } from '$core/drill/plan-change';
import { drillInMaking } from '$core/drill/drill-in-making';
import { planInMaking } from '$core/flight/plan-in-making';
import { Rejection } from '$core/measure/rejection';
import { approachInMaking, briefedApproach } from '$core/procedure/approach/briefed-approach';
import type { Answers, Question, Reply } from './reckoner-protocol';

/** Works out, off the interface's thread, what is being made: one question after the other. */
onmessage = ({ data: { number, question } }: MessageEvent<{ number: number; question: Question }>) => {
  try {
    postMessage({ number, answer: answerTo(question) } satisfies Reply);
  } catch (error) {
    postMessage({
      number,
      message:
        error instanceof Rejection
          ? error.message
          : 'This cannot be worked out as it stands; take back what was changed last.'
    } satisfies Reply);
  }
};

function answerTo(question: Question): Answers[Question['kind']] {
  switch (question.kind) {
    case 'plan':
      return planInMaking(question.plan, question.school);
    case 'change':
      return changedPlan(question.plan, question.change, question.ownDrills);
    case 'drill':
      return drillInMaking(question.drill, question.aircraft);
    case 'approach':
      return approachInMaking(question.world, question.approach);
    case 'brief':
      return briefedApproach(question.world, question.approach, question.day);
  }
}
