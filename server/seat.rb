# frozen_string_literal: true

module FawnmossServer
  # The studio in which somebody works now, and as what: its owner, who may do everything, or an assistant teacher, who sees everything, gives lessons,
  # marks, and makes charts and cards for them.
  class Seat
    ONE = %r{/\d+}.source
    # What an assistant may change, by method; whatever is not in here is the owner's.
    OPEN = {
      'POST' => %r{\A/api/(
        pupils#{ONE}/(marks|holds|promises|lessons|fits|tapes|placing/try)|holds#{ONE}/clear|tapes#{ONE}/off|lessons#{ONE}/(refit|items|day|finish|open|cards)|
        charts|charts#{ONE}/(cards|work)|tunes#{ONE}/cards|cards#{ONE}/link|notes#{ONE}/read|groups#{ONE}/(begin|finish|marks|cards|charts)|
        pupils#{ONE}/consent|takes|takes#{ONE}/(finish|again))\z}x,
      'PUT' => %r{\A/api/(pupils#{ONE}/plan|lessons#{ONE}|charts#{ONE}(/part)?|groups#{ONE}/lesson|takes#{ONE}/pieces#{ONE})\z},
      'DELETE' => %r{\A/api/(lessons#{ONE}|promises#{ONE}|cards#{ONE}/link|takes#{ONE}|pupils#{ONE}/consent)\z}
    }.freeze
    # What only the owner takes away or looks into.
    CLOSED = %r{\A/api/(studio\.zip|tunes\.zip|people|pupils#{ONE}/(handover\.zip|everything\.json|marks\.csv))\z}

    attr_reader :studio

    # The seat of an account: in the studio that is wanted when it has one there, else in its own, else in the first; nil when there is none.
    # wanted: a studio's id or nil.
    def self.of(account_id, wanted = nil)
      own = Models::Studio.first(account_id:)
      return new(own, owner: true) if own && (wanted.nil? || wanted == own.id)

      others = Models::Studio.of_assistant(account_id).all
      other = others.find { _1.id == wanted }
      return new(other, owner: false) if other
      return new(own, owner: true) if own

      others.first && new(others.first, owner: false)
    end

    # [{ id:, name:, owner: }], the own one first.
    def self.all(account_id)
      own = Models::Studio.where(account_id:).all.map { { id: _1.id, name: _1.name, owner: true } }
      own + Models::Studio.of_assistant(account_id).all.map { { id: _1.id, name: _1.name, owner: false } }
    end

    def initialize(studio, owner:)
      @studio = studio
      @owner = owner
    end

    def owner? = @owner

    # method: GET, POST ...; path: of the request.
    def may?(method, path)
      owner? || (%w[GET HEAD].include?(method) ? !path.match?(CLOSED) : path.match?(OPEN.fetch(method, /(?!)/)))
    end
  end
end
