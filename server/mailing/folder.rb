# frozen_string_literal: true

require 'fileutils'

module FawnmossServer
  module Mailing
    # Every letter a file in a folder, as mail programs read them: what stands in for mail until an SMTP server is named.
    class Folder
      # path: of the folder.
      def initialize(path)
        @path = path
      end

      # The same letter again takes its own place.
      def twice? = true

      # letter: Mail::Message; id: number of its row.
      def deliver(letter, id)
        FileUtils.mkdir_p(@path, mode: 0o700)
        file = File.join(@path, format('%08d.eml', id))
        File.open("#{file}.new", 'wb', 0o600) { _1.write(letter.to_s) }
        File.rename("#{file}.new", file)
      rescue SystemCallError => e # a full disk, say
        raise NotTaken, e.message
      end

      # The last so many letters, the newest first: [{ id:, to:, subject:, at: Time, body: }].
      def letters(most = 50)
        Dir[File.join(@path, '*.eml')].max(most).map do |file|
          letter = Mail.read(file)
          at = Time.at(letter.date.strftime('%s').to_i).utc
          { id: File.basename(file).to_i, to: letter.to.first, subject: letter.subject, at:, body: letter.decoded.delete("\r") }
        end
      end
    end
  end
end
