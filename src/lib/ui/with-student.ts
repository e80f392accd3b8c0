/** The address of a page about a student: whose it is always stands in it. */
export function withStudent(path: string, student: { id: string } | null): string {
  return student ? `${path}${path.includes('?') ? '&' : '?'}student=${student.id}` : path;
}
