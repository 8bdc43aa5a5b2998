"""Looking: stored facts and the rules put together, for every page and every note. Never writes."""
