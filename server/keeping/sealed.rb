# frozen_string_literal: true

require 'fileutils'
require 'io/nonblock'
require 'tmpdir'

module FawnmossServer
  module Keeping
    # A file that opens with a passphrase only, and shows when it was touched: OpenPGP (RFC 4880) by GnuPG, so that it can be opened without this
    # program too: gpg --decrypt FILE. Nothing of what is in it is ever on the disk in plain text.
    module Sealed
      GPG = %w[gpg --batch --no-options --quiet --pinentry-mode loopback].freeze
      SEAL = [*GPG, '--cipher-algo', 'AES256', '--s2k-digest-algo', 'SHA512', '--s2k-count', '65011712', '--compress-algo', 'zlib', '--symmetric'].freeze

      # The block is given an IO to write into, and what it makes of it is answered. The file is there when that ends well, whole and on the disk, else
      # not at all.
      def self.write(path, passphrase, &)
        part = "#{path}.part"
        made = File.open(part, File::WRONLY | File::CREAT | File::EXCL, 0o600) do |file|
          run(SEAL, passphrase, { out: file }, &).tap { file.fsync }
        end
        File.rename(part, path)
        File.open(File.dirname(path), &:fsync)
        made
      rescue Errno::EEXIST
        raise Trouble, "#{File.basename(part)} is there: another backup is being made, or one was broken off. Take it away if none is."
      rescue SystemCallError => e
        FileUtils.rm_f(part)
        raise Trouble, "The backup cannot be written: #{e.message}."
      rescue StandardError
        FileUtils.rm_f(part)
        raise
      end

      # The block is given an IO to read from.
      def self.read(path, passphrase, &)
        File.open(path, 'rb') { |file| run([*GPG, '--decrypt'], passphrase, { in: file }, &) }
      rescue SystemCallError => e
        raise Trouble, "The backup cannot be read: #{e.message}."
      end

      # Runs GnuPG with a home of its own that is gone afterwards. about: in: or out: the file; the block has the other end.
      def self.run(command, passphrase, about, &)
        Dir.mktmpdir('fawnmoss-seal') do |home|
          words = File.join(home, 'words')
          ours, theirs = IO.pipe(binmode: true).then { |reader, writer| about[:out] ? [writer, reader] : [reader, writer] }
          secret, hand = IO.pipe
          [theirs, secret].each { _1.nonblock = false } # GnuPG takes "nothing yet" for the end
          ends = about[:out] ? { in: theirs, **about } : { out: theirs, **about }
          pid = Process.spawn({ 'GNUPGHOME' => home, 'LC_ALL' => 'C' }, *command, '--passphrase-fd', secret.fileno.to_s, **ends, secret => secret, err: words)
          [secret, theirs].each(&:close)
          hand.write(passphrase)
          hand.close
          ended(pid, ours, words, &)
        ensure
          system({ 'GNUPGHOME' => home }, 'gpgconf', '--kill', 'all', %i[out err] => File::NULL)
        end
      end

      # What GnuPG says goes before what the block made of it.
      def self.ended(pid, ours, words)
        begin
          result = yield ours
        rescue Errno::EPIPE, Trouble => e
          trouble = e
        ensure
          ours.close
          status = Process.wait2(pid).last
        end
        raise Trouble, why(File.read(words)) unless status.success?
        raise trouble if trouble

        result
      end

      def self.why(words)
        case words
        when /bad session key|Bad session key/i then 'The passphrase does not open this backup.'
        when /no valid OpenPGP data/ then 'This is no backup.'
        when /No space left/ then 'The disk is full. Nothing was written.'
        when /manipulated|inflate|invalid packet|unexpected|block_filter|mdc/i then 'This backup is cut short or was changed; take another.'
        else "The backup could not be sealed or opened: #{words.lines.last&.strip}"
        end
      end
      private_class_method :run, :ended, :why
    end
  end
end
