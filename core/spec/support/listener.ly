\version "2.24.0"
% Prints what LilyPond hears in a voice, one line an event: moment in whole notes, kind, value. Used by outside_spec.rb.
#(define (say context kind value)
   (format #t "HEARD ~a ~a ~a\n" (ly:moment-main (ly:context-current-moment context)) kind value))
#(define (number->pitch pitch) (+ 60 (* 2 (ly:pitch-tones pitch))))
listener = #(lambda (context)
  (make-engraver
    (listeners
      ((note-event engraver event)
        (say context 'note (format #f "~a ~a" (number->pitch (ly:event-property event 'pitch))
          (ly:moment-main (ly:duration-length (ly:event-property event 'duration))))))
      ((fingering-event engraver event) (say context 'finger (ly:event-property event 'digit)))
      ((string-number-event engraver event) (say context 'string (ly:event-property event 'string-number)))
      ((articulation-event engraver event) (say context 'mark (ly:event-property event 'articulation-type)))
      ((slur-event engraver event) (say context 'slur (ly:event-property event 'span-direction))))))
\layout { \context { \Voice \consists #listener } }
