"""Heavy work in processes of its own, so that plain verdicts and saves never wait for it.

work.py      what is heavy: functions of a design that give the bytes of an answer
worker.py    the process that does it, one job after the other
lane.py      the workers, who waits for one, and the end of a job whose asker is gone
answers.py   a job as the answer to a request
finished.py  whole answers, kept for who asks the same again
"""
