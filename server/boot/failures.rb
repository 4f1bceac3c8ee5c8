# frozen_string_literal: true

module FawnmossServer
  module Boot
    # The one table from errors to HTTP.
    module Failures
      # MariaDB's client and server errors that mean "not there just now", not "wrong question".
      GONE = /Can't\ connect|gone\ away|Lost\ connection|server\ is\ shutting\ down|Server\ shutdown|Connection\ refused|closed\ MySQL\ connection
              |not\ connected|not\ yet\ prepared|takes\ no\ part/ix

      # A disk that takes nothing more, of the database or ours.
      FULL = /is full|No space left|errno: 28\b|Read-only file system|errno: 30\b/i

      UNFIT = /Data too long|Incorrect string value|Out of range value|Data truncated|constraint.*failed/i

      def self.away?(error)
        error.is_a?(Sequel::DatabaseConnectionError) || error.is_a?(Sequel::DatabaseDisconnectError) || error.message.match?(GONE)
      end

      def self.away
        Answer.error(503, 'The studio’s database cannot be reached just now.', code: 'database',
                                                                               remedy: 'What you typed is kept on this page; try again in a moment.')
      end

      def self.full(env, error)
        env['fawnmoss.error'] = "#{error.class}: #{error.message[0, 200]}"
        Answer.error(503, 'The server’s disk is full: nothing more can be kept just now.', code: 'disk',
                                                                                         remedy: 'Tell whoever keeps it; what you typed is kept on this page.')
      end

      def self.busy(error)
        status, headers, body = Answer.error(503, error.message, remedy: error.remedy, code: 'busy')
        [status, { **headers, 'retry-after' => Apart::Busy::AGAIN.to_s }, body]
      end

      # Heavy work that went over its limits. Said in the log as well.
      def self.too_heavy(error, env)
        env['fawnmoss.error'] = "#{error.class}: #{error.message}"
        Answer.error(422, 'This is more than the server works out in one go.', remedy: 'Take fewer bars, or a shorter tune or file.', code: 'heavy')
      end

      # Worth trying again in a moment.
      def self.passing(error)
        return Answer.error(503, error.message, remedy: error.remedy, code: 'pdf') if error.is_a?(Pdf::Away)
        return busy(error) if error.is_a?(Apart::Busy)

        away if Again.worth?(error) || error.is_a?(Sequel::PoolTimeout)
      end

      def self.ours(error, env)
        env['fawnmoss.error'] = "#{error.class}: #{error.message} #{error.backtrace&.first(4)&.join(' < ')}"
        Answer.error(500, 'Something went wrong on our side.', remedy: "Try again; if it stays, quote #{env['fawnmoss.request_id']}.", code: 'internal',
                                                               request_id: env['fawnmoss.request_id'])
      end

      # What the database will not take: too long for its place, or about something that is gone meanwhile. Logged, because it should
      # have been refused before.
      def self.refused(error, env)
        case error
        when Sequel::UniqueConstraintViolation then Answer.error(409, 'That is already there.', remedy: 'Choose another name.', code: 'double')
        when Sequel::ForeignKeyConstraintViolation, Sequel::NoExistingObject
          Answer.error(404, 'There is nothing here.', code: 'missing', remedy: 'It was taken away meanwhile.')
        when Sequel::DatabaseError
          return full(env, error) if error.message.match?(FULL)
          return unless error.message.match?(UNFIT)

          env['fawnmoss.error'] = "#{error.class}: #{error.message[0, 200]}"
          Answer.error(422, 'This is more, or other, than can be kept.', remedy: 'Shorten it and try again.', code: 'unfit')
        end
      end

      # Any error raised below the routes -> a Rack answer. Mistakes of ours are logged with their first lines.
      def self.answer(error, env)
        case error
        when Stale then Answer.error(409, error.message, remedy: error.remedy, code: 'stale', current: error.current)
        when Missing then Answer.error(404, 'There is nothing here.', code: 'missing')
        when Refused then Answer.error(422, error.message, remedy: error.remedy, where: error.where, code: error.code, offers: error.offers)
        when Choose then Answer.error(422, error.message, remedy: error.remedy, code: 'contents', tunes: error.tunes)
        when Apart::Failed then too_heavy(error, env)
        when TooLong then Answer.error(422, error.message, remedy: error.remedy, where: error.where, code: 'long')
        when Fawnmoss::Error then Answer.error(422, error.message, remedy: error.remedy, where: error.where, code: 'invalid')
        when Errno::ENOSPC, Errno::EROFS then full(env, error)
        else
          passing(error) || refused(error, env) || ours(error, env)
        end
      end
    end
  end
end
