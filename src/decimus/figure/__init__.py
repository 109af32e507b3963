"""The figure: geometry in mm as pure values, and its drawing into pictures and files."""
