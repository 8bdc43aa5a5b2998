"""Close-ups: the part in hand drawn large, with the move of the hand and the vessel that fills."""
