/** So many answers are kept at most: some jobs' worth. */
const MOST = 300;

/**
 * A computation that keeps what it answered last: a plan is made anew with every change, and asks most of the same
 * again.
 * @param compute gives the same answer to the same question
 */
export function remembered<Question, Answer>(compute: (question: Question) => Answer): (question: Question) => Answer {
  const answers = new Map<string, Answer>();
  return (question) => {
    const key = JSON.stringify(question);
    const kept = answers.get(key);
    const answer = kept === undefined ? compute(question) : kept;
    // What is asked again is kept longest.
    answers.delete(key);
    answers.set(key, answer);
    if (answers.size > MOST) answers.delete(answers.keys().next().value ?? key);
    return answer;
  };
}
