"""What trials teach: whose each uncertainty is, how likely each build makes a trial, and the draws that are left.

components    whose the uncertain constants of a motor are
observation   a trial as evidence, each reading with the error of its way of measuring
seen          what would be seen of every build, and how likely people say so
rotor         all trials of one rotor as one likelihood; the draws that it leaves
known         what several motors say together of what they share
history       a motor's trials as rotors
surprise      how rare a trial is
taught        all of that as an answer: figures before and after, what was learned, what would teach most
"""
