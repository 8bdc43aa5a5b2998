"""Stand-ins for outside devices: small, pure, and shipped, so that one can practise and test without them."""
