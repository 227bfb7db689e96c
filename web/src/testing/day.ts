/** The day on which all tests play: that of test-day.txt, and later by MENDAK_TEST_DAYS, as vitest is started with. */
export const today: string = import.meta.env.MENDAK_TEST_DAY;
