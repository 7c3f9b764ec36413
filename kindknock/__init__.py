"""Kind Knock: a floating button that takes a visitor to the right person, in the app they use."""
