"""What stands around the places: question, places, messages, foot, start."""
