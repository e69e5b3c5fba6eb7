"""What they say: trade claims tried with a rider's own numbers."""
