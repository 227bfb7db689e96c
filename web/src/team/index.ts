export { JournalPage } from "./JournalPage";
export { KeepingPage } from "./KeepingPage";
export { PeoplePage } from "./PeoplePage";
export { SettingsPage } from "./SettingsPage";
export { TeamPage } from "./TeamPage";
