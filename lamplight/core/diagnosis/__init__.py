"""What lies behind lamps and complaints, by the facts of one machine."""
