package org.mendak.server.cases;

import java.util.List;

/** Words of these cases were erased, and that is stored: whoever keeps copies of them that outlast their being read anew lets go of those too. */
public record ErasedWords(List<Long> numbers) {}
