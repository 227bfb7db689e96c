import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { App as AntApp, ConfigProvider } from "antd";
import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import { BrowserRouter, Link, Route, Routes } from "react-router";
import { HttpError } from "./api";
import { CasePage } from "./case";
import { DeskPage } from "./desk";
import { FindPage } from "./find";
import { ClothContext, Frame } from "./frame";
import { ErrorEvidencePage, EvidencePage } from "./evidence";
import { GapsPage } from "./gaps";
import { ErrorPage, FixPage, FixShelfPage, ShelvesPage } from "./library";
import {
  chosenCloth,
  type ClothChoice,
  clothFor,
  Coming,
  keepCloth,
  MarksPage,
  Mishaps,
  themeOf,
  wear,
} from "./look";
import { InAndOutPage } from "./in-and-out";
import { DevicePage, PracticePage } from "./practice";
import { SessionGate, WelcomePage } from "./session";
import { TakingInPage } from "./taking-in";
import { JournalPage, KeepingPage, PeoplePage, SettingsPage, TeamPage } from "./team";
import { UpkeepPage } from "./upkeep";
import { words } from "./words";
import { NewDocumentPage } from "./writing";

// authors alone need the editor, and it is heavy
const WritingPage = lazy(() => import("./writing/WritingPage"));
const WordsPage = lazy(async () => ({ default: (await import("./writing/words/WordsPage")).WordsPage }));
const BringInPage = lazy(() => import("./writing/bring-in/BringInPage"));
const HowToPage = lazy(() => import("./writing/HowToPage"));
const RevisionsPage = lazy(() => import("./writing/RevisionsPage"));

const client = new QueryClient({
  defaultOptions: {
    queries: {
      // what was refused stays refused; a lost line may come back
      retry: (times, e) => times < 2 && (!(e instanceof HttpError) || e.status === 0 || e.status >= 500),
      refetchOnWindowFocus: true,
    },
  },
});

function useMedia(query: string): boolean {
  const [matches, setMatches] = useState(() => window.matchMedia(query).matches);
  useEffect(() => {
    const list = window.matchMedia(query);
    const changed = () => setMatches(list.matches);
    list.addEventListener("change", changed);
    return () => list.removeEventListener("change", changed);
  }, [query]);
  return matches;
}

function NotFound() {
  return (
    <main className="page">
      <h1>{words.common.notFoundTitle}</h1>
      <p>
        {words.common.notFoundText} <Link to="/">{words.places.inHand}</Link>
      </p>
    </main>
  );
}

function Places() {
  return (
    <Routes>
      <Route path="/welcome/:code" element={<WelcomePage />} />
      <Route
        element={
          <SessionGate>
            <Frame />
          </SessionGate>
        }
      >
        <Route path="/" element={<DeskPage />} />
        <Route path="/taking-in" element={<TakingInPage />} />
        <Route path="/case/:n" element={<CasePage />} />
        <Route path="/library" element={<ShelvesPage />} />
        <Route path="/library/fixes" element={<FixShelfPage />} />
        <Route path="/library/in-and-out" element={<InAndOutPage />} />
        <Route path="/library/errors/:key" element={<ErrorPage />} />
        <Route path="/library/fixes/:key" element={<FixPage />} />
        <Route path="/practice" element={<PracticePage />} />
        <Route path="/practice/:id" element={<DevicePage />} />
        <Route path="/find" element={<FindPage />} />
        <Route path="/gaps" element={<GapsPage />} />
        <Route path="/gaps/upkeep" element={<UpkeepPage />} />
        <Route path="/evidence" element={<EvidencePage />} />
        <Route path="/evidence/:key" element={<ErrorEvidencePage />} />
        <Route
          path="/write/how-to"
          element={
            <Suspense fallback={<Coming />}>
              <HowToPage />
            </Suspense>
          }
        />
        <Route
          path="/write/bring-in"
          element={
            <Suspense fallback={<Coming />}>
              <BringInPage />
            </Suspense>
          }
        />
        <Route
          path="/write/words"
          element={
            <Suspense fallback={<Coming />}>
              <WordsPage />
            </Suspense>
          }
        />
        <Route path="/write/:kind" element={<NewDocumentPage />} />
        <Route
          path="/write/:kind/:key"
          element={
            <Suspense fallback={<Coming />}>
              <WritingPage />
            </Suspense>
          }
        />
        <Route
          path="/write/:kind/:key/revisions"
          element={
            <Suspense fallback={<Coming />}>
              <RevisionsPage />
            </Suspense>
          }
        />
        <Route path="/team" element={<TeamPage />} />
        <Route path="/team/people" element={<PeoplePage />} />
        <Route path="/team/journal" element={<JournalPage />} />
        <Route path="/team/keeping" element={<KeepingPage />} />
        <Route path="/team/settings" element={<SettingsPage />} />
        <Route path="/marks" element={<MarksPage />} />
        <Route path="*" element={<NotFound />} />
      </Route>
    </Routes>
  );
}

export function App() {
  const dark = useMedia("(prefers-color-scheme: dark)");
  const still = useMedia("(prefers-reduced-motion: reduce)");
  const [choice, setChoice] = useState<ClothChoice>(chosenCloth);
  const cloth = clothFor(choice, dark);
  useEffect(() => wear(cloth, document.documentElement), [cloth]);
  const theme = useMemo(() => themeOf(cloth, still), [cloth, still]);
  const worn = useMemo(
    () => ({
      choice,
      choose: (c: ClothChoice) => {
        keepCloth(c);
        setChoice(c);
      },
    }),
    [choice],
  );
  return (
    <ConfigProvider theme={theme} wave={{ disabled: true }} virtual={!still}>
      <AntApp message={{ top: 64, maxCount: 2 }}>
        <QueryClientProvider client={client}>
          <ClothContext value={worn}>
            <Mishaps at="">
              <BrowserRouter>
                <Places />
              </BrowserRouter>
            </Mishaps>
          </ClothContext>
        </QueryClientProvider>
      </AntApp>
    </ConfigProvider>
  );
}
