"""What trials teach: learned draws of each motor, and what all of them told of the bench."""
