"""What a keeper does, one function each: it opens its transaction, calls core, saves facts."""
