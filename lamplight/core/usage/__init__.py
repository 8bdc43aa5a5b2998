"""How much is drunk: readings, rates, forecasts, and what is odd about a reading."""
