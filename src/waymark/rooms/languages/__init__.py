"""Languages: the screens' own texts in each that is here."""
