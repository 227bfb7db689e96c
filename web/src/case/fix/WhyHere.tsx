import { Link } from "react-router";
import type { PlanStep } from "../../api";
import { StitchBar } from "../../look";
import { whyWords, words } from "../../words";

/** Why a fix stands where it stands: its chance, what is behind it, and what moving it would cost. */
export function WhyHere({ step, error }: { step: PlanStep; error: string | null }) {
  const range =
    step.low !== null && step.high !== null
      ? words.case.range(words.common.percent(step.low), words.common.percent(step.high))
      : words.case.little;
  return (
    <div className="why">
      {step.chance !== null && (
        <StitchBar
          chance={step.chance}
          low={step.low}
          high={step.high}
          says={`${words.common.percent(step.chance)}, ${range}`}
        />
      )}
      <ul>
        {step.chance !== null && (
          <li>
            {words.common.percent(step.chance)}, {range}
          </li>
        )}
        <li>{step.tried === 0 ? words.case.never : words.case.tried(step.tried, step.triedHere)}</li>
        {step.reasons.map(whyWords).map((r) => (
          <li key={r}>{r}</li>
        ))}
        {step.costOfLater !== null && step.costOfLater > 0.05 && (
          <li>{words.case.laterCosts(words.common.minutes(step.costOfLater))}</li>
        )}
        {error !== null && step.tried > 0 && (
          <li>
            <Link to={`/evidence/${error}#${step.key}`}>{words.case.behindIt}</Link>
          </li>
        )}
      </ul>
    </div>
  );
}
