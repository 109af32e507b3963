"""What the user saves: frozen values, and the edits that turn one study into the next."""
