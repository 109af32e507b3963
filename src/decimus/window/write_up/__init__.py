"""The Write-up place: texts and the summary table to copy."""
