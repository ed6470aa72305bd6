# Prints a line of time and the first four formants every ten milliseconds: Burg's method, five below the ceiling.
form Formants
    sentence file voice.wav
    positive ceiling 5000
endform
sound = Read from file: file$
formant = To Formant (burg): 0.01, 5, ceiling, 0.025, 50
frames = Get number of frames
clearinfo
for i to frames
    time = Get time from frame number: i
    line$ = fixed$ (time, 4)
    for f to 4
        hertz = Get value at time: f, time, "Hertz", "Linear"
        if hertz = undefined
            hertz = 0
        endif
        line$ = line$ + " " + fixed$ (hertz, 2)
    endfor
    appendInfoLine: line$
endfor
