# frozen_string_literal: true

module Fawnmoss
  module Notation
    module MusicXml
      # Writes XML as text, tag by tag: what is called on it is the tag, with a text and attributes, or a block for what is inside. The same calls and
      # the same text as Nokogiri's builder, which makes a tree first and takes twice as long; a score is written at every key of the
      # writing desk.
      #   Markup.new.tap { |xml| xml.pitch { xml.step('A') and xml.octave(4) } }.to_xml # => "<?xml ...?>\n<pitch>\n  <step>A</step>\n ..."
      class Markup < BasicObject
        ESCAPES = { '&' => '&amp;', '<' => '&lt;', '>' => '&gt;', "\r" => '&#13;' }.freeze
        QUOTED = { **ESCAPES, '"' => '&quot;', "\n" => '&#10;', "\t" => '&#9;' }.freeze

        def initialize
          @out = +"<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
          @depth = 0
        end

        def to_xml = @out

        # A tag whose name is no name of a method.
        def send(name, ...) = __send__(name, ...)

        def respond_to_missing?(*) = true

        # given: its text, or a hash of attributes. A name that a method has already is written with a line behind it: text_.
        def method_missing(name, *given, **attributes, &inside)
          name = name.name.delete_suffix('_')
          @out << ('  ' * @depth) << '<' << name
          text = given.find { |one| !(::Hash === one) } # rubocop:disable Style/CaseEquality -- a basic object knows no is_a?
          given.each { |one| write_attributes(one) if ::Hash === one } # rubocop:disable Style/CaseEquality
          write_attributes(attributes)
          inside ? write_inside(name, inside) : write_text(name, text.to_s)
          self
        end

        private

        def write_attributes(attributes)
          attributes.each { |name, value| @out << ' ' << name.to_s << '="' << value.to_s.gsub(/[&<>"\r\n\t]/, QUOTED) << '"' }
        end

        def write_text(name, text)
          return @out << "/>\n" if text.empty?

          @out << '>' << text.gsub(/[&<>\r]/, ESCAPES) << '</' << name << ">\n"
        end

        def write_inside(name, inside)
          start = @out.bytesize
          @out << ">\n"
          @depth += 1
          inside.call
          @depth -= 1
          return @out.replace(@out.byteslice(0, start)) << "/>\n" if @out.bytesize == start + 2

          @out << ('  ' * @depth) << '</' << name << ">\n"
        end
      end
    end
  end
end
