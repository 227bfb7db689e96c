export { JournalPage } from "./JournalPage";
export { PeoplePage } from "./PeoplePage";
export { SettingsPage } from "./SettingsPage";
export { TeamPage } from "./TeamPage";
