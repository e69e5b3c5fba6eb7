"""House rules as data: tolerances, windows, judgements and cautions, each with its reason and source."""
