import { Rejection } from '../measure/rejection';
import { parse } from '../measure/validation';
import { Syllabus } from '../road/syllabus';

const LARGEST = 200_000;

/** A syllabus from the text of its file. @throws Rejection where it is too large, no JSON, or of another shape */
export function syllabusFrom(text: string): Syllabus {
  if (text.length > LARGEST) throw new Rejection('syllabus', text.length, 'a syllabus of up to 200 kB');
  let content: unknown;
  try {
    content = JSON.parse(text);
  } catch {
    throw new Rejection('syllabus', text.slice(0, 40), 'a syllabus as JSON');
  }
  return parse(Syllabus, content, 'syllabus');
}
