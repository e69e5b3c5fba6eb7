"""The trade, pure: geometry, fitting, searching and the body, with no web, database, file or clock."""
